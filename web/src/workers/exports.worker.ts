import { expose } from 'comlink';
import { fileExports } from './exports-work.ts';

expose(fileExports);
