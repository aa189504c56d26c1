import { expose } from 'comlink';
import { arranger } from './arrange-work.ts';

expose(arranger);
