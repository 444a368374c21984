export { Desk } from './Desk';
export { turnBack } from './deskApi';
