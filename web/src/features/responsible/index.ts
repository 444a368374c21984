export { whoseWorkQuery } from './responsibleApi';
export { WhoseWork } from './WhoseWork';
