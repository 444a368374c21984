export { Customers } from './Customers';
export { customerQuery } from './customersApi';
