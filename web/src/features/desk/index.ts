export { CreditsPage } from './CreditsPage';
export { Desk } from './Desk';
export {
  approve,
  bringBack,
  choicesQuery,
  type Credit,
  creditsQuery,
  sendBack,
  setAsideQuery,
  turnBack,
  type Waiting,
  waitingQuery,
  withdrawTape,
} from './deskApi';
export { LineLabel } from './TapeStrip';
