/** A figure with what it is; in a list of definitions. */
export function FigureRow({
  name,
  value,
  isStrong = false,
}: {
  readonly name: string;
  readonly value: string;
  readonly isStrong?: boolean;
}) {
  return (
    <div className="flex items-baseline justify-between gap-3 py-0.5">
      <dt>{name}</dt>
      <dd className={`figure text-right ${isStrong ? 'font-semibold text-chalk' : ''}`}>{value}</dd>
    </div>
  );
}
