import { eventPath } from './events';
import { judging } from './judging';
import { printTable } from './table';

printTable([...judging(), ...(await eventPath())]);
