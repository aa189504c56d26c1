import { practice, type SourceRef } from './source.ts';

/** What can lie between the two skins of a wall, a roof or a deck. */
export const LAYER_KINDS = [
  'air',
  'mineral-wool',
  'foam',
  'polystyrene',
  'wood',
  'board',
  'metal',
  'masonry',
  'membrane',
] as const;
export type LayerKind = (typeof LAYER_KINDS)[number];

/** How what lies between two skins is cut, and what of it matters for cables. */
export type LayerRow = {
  readonly name: string;
  /** How the way is cleared through it. */
  readonly cut: string;
  /** What has to be done besides where a sleeve goes through it; null where nothing. */
  readonly then: string | null;
};

export const LAYER_SOURCE: SourceRef = practice(
  'Who cuts into a wall knows what is in it: a saw winds wool up and melts foam; sheaths of plasticised PVC go hard against polystyrene; a cut air barrier is taped tight again',
);

export const LAYERS: Readonly<Record<LayerKind, LayerRow>> = {
  air: { name: 'air', cut: 'a bag or a vacuum held there: chips fall into it', then: null },
  'mineral-wool': {
    name: 'mineral wool',
    cut: 'parted with a long knife, never with the saw: it winds up on it',
    then: null,
  },
  foam: {
    name: 'rigid foam',
    cut: 'cut with a knife, with a mask on: a saw melts and smears it',
    then: null,
  },
  polystyrene: {
    name: 'polystyrene',
    cut: 'cut with a knife: a saw melts and smears it',
    then: 'No PVC sheath may touch polystyrene: it goes hard and cracks.',
  },
  wood: { name: 'wood', cut: 'sawn on the same pilot', then: null },
  board: { name: 'board', cut: 'sawn on the same pilot, with a mask on', then: null },
  metal: { name: 'metal', cut: 'sawn slowly on the same pilot, its edge painted', then: null },
  masonry: { name: 'masonry', cut: 'cored on the same pilot, without hammer behind a skin', then: null },
  membrane: {
    name: 'membrane',
    cut: 'cut crosswise with a knife, smaller than the sleeve',
    then: 'Tape the membrane to the sleeve all round: it keeps damp air out.',
  },
};
