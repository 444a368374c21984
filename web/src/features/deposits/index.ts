export { Deposits } from './Deposits';
export { DepositStrip, DepositTape, Members } from './DepositStrip';
