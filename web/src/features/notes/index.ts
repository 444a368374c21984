export { Notes } from './Notes';
