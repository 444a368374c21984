export { CorrectPage } from './CorrectPage';
export { CreditsPage } from './CreditsPage';
export { Desk } from './Desk';
export {
  answered,
  approve,
  bringBack,
  choicesQuery,
  type Credit,
  creditsQuery,
  questionsQuery,
  sendBack,
  setAsideQuery,
  turnBack,
  type Waiting,
  waitingQuery,
  withdrawTape,
} from './deskApi';
export { LineLabel } from './TapeStrip';
