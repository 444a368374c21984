export { ReceiptPage } from './ReceiptPage';
export { TakingsPage, TillStrip } from './TakingsPage';
