import { expose } from 'comlink';
import { yearWork } from './array-year-work.ts';

expose(yearWork);
