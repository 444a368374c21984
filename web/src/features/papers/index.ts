export { Papers } from './Papers';
