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
  forgetPayers,
  questionsQuery,
  sendBack,
  setAsideQuery,
  type Waiting,
  waitingQuery,
  withdrawTape,
} from './deskApi';
export { LineLabel } from './TapeStrip';
