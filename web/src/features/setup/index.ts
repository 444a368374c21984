export { SetUp } from './SetUp';
