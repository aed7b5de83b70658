import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import { SignIn } from '../../contract';

/** The contract's rules for signing in; loaded with the first try, not with the first screen. */
export const signInResolver = classValidatorResolver(SignIn);
