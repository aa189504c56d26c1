type Props = {
  readonly children: string | null | undefined;
  readonly className?: string;
  readonly id?: string;
};

/** What is wrong, said where it was done and read out at once; nothing where nothing is wrong. */
export function Fault({ children, className = '', id }: Props) {
  if (children === null || children === undefined) return null;
  return (
    <p id={id} role="alert" className={`text-crayon ${className}`}>
      {children}
    </p>
  );
}
