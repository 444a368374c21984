export { CorrectPage } from './CorrectPage';
export { CreditsPage } from './CreditsPage';
export { Desk } from './Desk';
export {
  answered,
  approve,
  bringBack,
  choicesQuery,
  type Choices,
  type Credit,
  creditsQuery,
  type Customer,
  customersQuery,
  forgetPayers,
  type Item,
  type Line,
  type Methods,
  methodsQuery,
  questionsQuery,
  sendBack,
  setAsideQuery,
  type Waiting,
  waitingQuery,
  withdrawTape,
} from './deskApi';
export { PostPreview } from './PostPreview';
export { LastAct } from './LastAct';
export { ItemsPane } from './ItemsPane';
export { MenuButtons, TapeMenus } from './TapeMenus';
export { LineLabel, TapeStrip } from './TapeStrip';
export { actByLetter, useTapeLines } from './useTapeLines';
export { useDeskKeys } from './useTape';
export { default as work } from './Work.module.css';
