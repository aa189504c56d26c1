// The sizes and kinds there are, without the tables about them: a plan is read with these alone.

/** American wire gauge and thousand circular mils, smallest first. */
export const AWG_SIZES = ['14', '12', '10', '8', '6', '4', '3', '2', '1', '1/0', '2/0', '3/0', '4/0', '250', '300', '350', '400', '500'] as const; // prettier-ignore
export type AwgSize = (typeof AWG_SIZES)[number];

/** Nominal cross-sections, mm², smallest first. */
export const MM2_SIZES = ['1.5', '2.5', '4', '6', '10', '16', '25', '35', '50', '70', '95', '120'] as const;
export type Mm2Size = (typeof MM2_SIZES)[number];

/** What a conductor is insulated with, as it decides its size by which system, its heat and its outside. */
export const INSULATIONS = ['thhn', 'xhhw', 'pv-wire', 'pvc', 'xlpe', 'pv-cable'] as const;
export type Insulation = (typeof INSULATIONS)[number];

export type InsulationName = { readonly words: string; readonly sizes: 'awg' | 'mm2' };

export const INSULATION_NAMES: Readonly<Record<Insulation, InsulationName>> = {
  thhn: { words: 'THHN/THWN-2', sizes: 'awg' },
  xhhw: { words: 'XHHW-2', sizes: 'awg' },
  'pv-wire': { words: 'PV wire', sizes: 'awg' },
  pvc: { words: 'PVC 70 °C', sizes: 'mm2' },
  xlpe: { words: 'XLPE 90 °C', sizes: 'mm2' },
  'pv-cable': { words: 'array cable', sizes: 'mm2' },
};

/** Trade sizes of conduit and of the knockouts it ends in, inch designations, smallest first. */
export const TRADE_SIZES = ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2', '2-1/2', '3', '3-1/2', '4'] as const;
export type TradeSize = (typeof TRADE_SIZES)[number];

/** Metric sizes of conduit by its outside, and of the threads it ends in, smallest first. */
export const METRIC_SIZES = ['M16', 'M20', 'M25', 'M32', 'M40', 'M50', 'M63'] as const;
export type MetricSize = (typeof METRIC_SIZES)[number];

export const CONDUIT_SIZES = [...TRADE_SIZES, ...METRIC_SIZES] as const;
export type ConduitSize = TradeSize | MetricSize;

export function isMetricSize(size: ConduitSize): size is MetricSize {
  return size.startsWith('M');
}

/** The size as it is spoken of: 3/4″ or M25. */
export function sizeText(size: ConduitSize): string {
  return isMetricSize(size) ? size : `${size}″`;
}
