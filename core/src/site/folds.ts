import type { Fold } from '../plan/face.ts';

export type FoldEnd = Fold['a'];

/** A fold as one of its faces sees it. */
export type FoldSeen = { readonly fold: Fold; readonly here: FoldEnd; readonly there: FoldEnd };

/** The folds at a face, in the plan’s order. */
export function foldsAt(folds: readonly Fold[], faceId: string): FoldSeen[] {
  return folds.flatMap((fold): FoldSeen[] => {
    if (fold.a.face === faceId) return [{ fold, here: fold.a, there: fold.b }];
    if (fold.b.face === faceId) return [{ fold, here: fold.b, there: fold.a }];
    return [];
  });
}
