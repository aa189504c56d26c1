/** Every sign that the screens and the computed texts write and the two fonts of the house lack. */
export const SIGNS = '′″⌀→√≈≠≤≥▾□☐☒✓ΔΣΩβγθπρσ⁴⁻₁₂⅐⅑⅓⅔⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞';
