export { Customers } from './Customers';
