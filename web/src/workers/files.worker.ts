import { expose } from 'comlink';
import { fileReads } from './files-work.ts';

expose(fileReads);
