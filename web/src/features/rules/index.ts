export { AgreedTerms } from './AgreedTerms';
export { Agreed } from './Agreed';
export { Charges } from './Charges';
export { Rules } from './Rules';
export { WhoPays } from './Payers';
