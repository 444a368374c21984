export { Agreed } from './Agreed';
export { Rules } from './Rules';
export { WhoPays } from './Payers';
