export { Books } from './Books';
