export { Desk } from './Desk';
export { choicesQuery, turnBack } from './deskApi';
