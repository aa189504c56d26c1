import type { Severity } from '@zarnel/core/checks';

const NAMES: Record<Severity, string> = { stop: 'Stop', fix: 'Fix', ask: 'Ask', note: 'Note' };

/** A crayon cross to stop, a crayon ring to fix, a query to ask, a dot to note: shape first, then colour. */
export function SeverityMark({
  severity,
  size = 18,
}: {
  readonly severity: Severity;
  readonly size?: number;
}) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="-10 -10 20 20"
      role="img"
      aria-label={NAMES[severity]}
      className="shrink-0"
    >
      <SeverityShape severity={severity} />
    </svg>
  );
}

/** The same mark for use on the sheet, centred on its origin, about 16 units across. */
export function SeverityShape({ severity }: { readonly severity: Severity }) {
  const stroke = { fill: 'none', strokeWidth: 3, strokeLinecap: 'round' } as const;
  switch (severity) {
    case 'stop':
      return <path d="M-7 -6.5 L6.5 7 M-6.5 7.5 L7.5 -7" {...stroke} stroke="var(--ink-crayon)" />;
    case 'fix':
      return (
        <path d="M6.5 -4 A7.5 7 0 1 0 7.5 2.5 A7.5 7 0 0 0 4.5 -6" {...stroke} stroke="var(--ink-crayon)" />
      );
    case 'ask':
      return (
        <text textAnchor="middle" y="7" fontSize="20" fontWeight="700" fill="var(--ink-kraft)">
          ?
        </text>
      );
    case 'note':
      return <circle r="4" fill="var(--ink-kraft)" />;
  }
}
