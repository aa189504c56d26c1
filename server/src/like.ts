import { Like, type FindOperator } from 'typeorm';

/** Texts with these words in them; what has a meaning of its own in a pattern stands for itself. */
export function likeText(words: string): FindOperator<string> {
  return Like(`%${words.replace(/[\\%_]/gu, '\\$&')}%`);
}
