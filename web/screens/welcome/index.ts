export { WelcomePage } from './WelcomePage';
