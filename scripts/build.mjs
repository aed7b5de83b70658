import { ensureBuilt, ensureInstalled } from './prepare.mjs';

ensureInstalled();
ensureBuilt();
