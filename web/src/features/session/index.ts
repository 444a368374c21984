export { SignIn } from './SignIn';
export { SignOut } from './SignOut';
export { sessionQuery } from './sessionApi';
