type Props = {
  readonly measured: number;
  readonly required: number;
  readonly measuredText: string;
  readonly requiredText: string;
  readonly isMet: boolean;
};

/** Measured against required: the bar is what is there, the upright line is what is asked for. */
export function RatioBar({ measured, required, measuredText, requiredText, isMet }: Props) {
  const full = Math.max(measured, required) * 1.15 || 1;
  const percent = (value: number) => `${Math.max(0, Math.min(100, (value / full) * 100))}%`;
  return (
    <div className="my-2">
      <div className="relative h-3 border border-faint bg-bench" aria-hidden>
        <div className={`h-full ${isMet ? 'bg-solder' : 'bg-crayon'}`} style={{ width: percent(measured) }} />
        <div className="absolute -top-1 h-5 w-0.5 bg-chalk" style={{ left: percent(required) }} />
      </div>
      <p className="flex justify-between text-sm">
        <span className={isMet ? 'text-solder' : 'text-crayon'}>
          measured <span className="figure">{measuredText}</span>
        </span>
        <span className="text-chalk">
          required <span className="figure">{requiredText}</span>
        </span>
      </p>
    </div>
  );
}
