import { expose } from 'comlink';
import { pictures } from './pictures-work.ts';

expose(pictures);
