export { Desk } from './Desk';
export { bringBack, choicesQuery, setAsideQuery, turnBack } from './deskApi';
