import type { Material } from '../plan/material.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { practice } from '../reference/source.ts';

const usual = practice(
  'Usual thickness, fixing and cutting tool; the fire class is the one commonly declared',
);

/** Materials a face can be made of. A job keeps its own copy of those it uses, and may add its own. */
export const SAMPLE_MATERIALS: readonly Material[] = [
  {
    id: 'material-plywood',
    name: 'Plywood, 3/4 in',
    thicknessMm: mmFromInch(0.75),
    holding: 'wood-screw',
    fireClass: 'combustible',
    fireClassNote: '',
    cutWith: 'Wood hole saw, jigsaw',
    source: usual,
  },
  {
    id: 'material-gypsum',
    name: 'Gypsum board',
    thicknessMm: 12.5,
    holding: 'framing-only',
    fireClass: 'limited',
    fireClassNote: 'A2-s1,d0 is common; the paper burns',
    cutWith: 'Knife, plasterboard saw',
    source: usual,
  },
  {
    id: 'material-cement-board',
    name: 'Cement backer board',
    thicknessMm: 12,
    holding: 'framing-only',
    fireClass: 'non-combustible',
    fireClassNote: 'A1 is common',
    cutWith: 'Carbide hole saw, scoring knife',
    source: usual,
  },
  {
    id: 'material-concrete',
    name: 'Concrete',
    thicknessMm: 150,
    holding: 'masonry-anchor',
    fireClass: 'non-combustible',
    fireClassNote: 'A1',
    cutWith: 'Hammer drill, diamond core',
    source: usual,
  },
  {
    id: 'material-block',
    name: 'Hollow block',
    thicknessMm: 200,
    holding: 'masonry-anchor',
    fireClass: 'non-combustible',
    fireClassNote: 'A1',
    cutWith: 'Rotary drill without hammer, core bit',
    source: usual,
  },
  {
    id: 'material-shingles',
    name: 'Asphalt shingles on deck',
    thicknessMm: 25,
    holding: 'framing-only',
    fireClass: 'combustible',
    fireClassNote: 'Roof covering class as its sheet states it',
    cutWith: 'Wood hole saw, knife first',
    source: usual,
  },
  {
    id: 'material-sheet-steel',
    name: 'Profiled steel sheet',
    thicknessMm: 0.7,
    holding: 'rivet-nut',
    fireClass: 'non-combustible',
    fireClassNote: 'A1 bare; a coating may lower it',
    cutWith: 'Metal hole saw, step drill',
    source: usual,
  },
  {
    id: 'material-sheet-aluminium',
    name: 'Aluminium sheet',
    thicknessMm: 1.5,
    holding: 'rivet-nut',
    fireClass: 'non-combustible',
    fireClassNote: 'A1 bare; a coating may lower it',
    cutWith: 'Metal hole saw, step drill',
    source: usual,
  },
  {
    id: 'material-glass-fibre',
    name: 'Glass-fibre laminate',
    thicknessMm: 4,
    holding: 'through-bolt',
    fireClass: 'combustible',
    fireClassNote: '',
    cutWith: 'Bimetal hole saw at low speed, tape over the gelcoat',
    source: usual,
  },
  {
    id: 'material-sandwich',
    name: 'Foam sandwich panel',
    thicknessMm: 30,
    holding: 'through-bolt',
    fireClass: 'unknown',
    fireClassNote: 'Ask for the class of panel and core',
    cutWith: 'Hole saw from both skins',
    source: usual,
  },
  {
    id: 'material-thin-ply',
    name: 'Thin plywood panelling',
    thicknessMm: 5,
    holding: 'machine-screw',
    fireClass: 'combustible',
    fireClassNote: '',
    cutWith: 'Fine jigsaw, oscillating saw',
    source: usual,
  },
  {
    id: 'material-plastic-board',
    name: 'Plastic board',
    thicknessMm: 12,
    holding: 'through-bolt',
    fireClass: 'unknown',
    fireClassNote: 'Plastic is not non-combustible: ask for its class',
    cutWith: 'Wood hole saw, slow',
    source: usual,
  },
  {
    id: 'material-tube',
    name: 'Stainless tube frame',
    thicknessMm: 2,
    holding: 'through-bolt',
    fireClass: 'non-combustible',
    fireClassNote: 'A1',
    cutWith: 'Cobalt drill with oil',
    source: usual,
  },
];

export function getMaterial(id: string): Material {
  const material = SAMPLE_MATERIALS.find((each) => each.id === id);
  if (material === undefined) throw new Error(`There is no sample material “${id}”.`);
  return material;
}
