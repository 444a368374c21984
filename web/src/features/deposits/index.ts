export { BankList } from './BankList';
export { Deposits } from './Deposits';
export { TiePage } from './TiePage';
export { DepositStrip, DepositTape, Members } from './DepositStrip';
export { TillStrip } from './TillStrip';
