export { ReceiptPage } from './ReceiptPage';
