export { ReceiptPage } from './ReceiptPage';
export { TakingsPage } from './TakingsPage';
