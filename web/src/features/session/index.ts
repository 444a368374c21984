export { SignIn } from './SignIn';
export { SignInAgain } from './SignInAgain';
export { SignOut } from './SignOut';
export { sessionQuery } from './sessionApi';
export { Welcome } from './Welcome';
