import { expose } from 'comlink';
import { Checking } from './checking.ts';

expose(new Checking());
