export { Agreed } from './Agreed';
export { Rules } from './Rules';
