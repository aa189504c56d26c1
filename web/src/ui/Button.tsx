import type { ComponentProps } from 'react';

type Props = ComponentProps<'button'> & { readonly look?: 'plain' | 'strong' | 'quiet' };

const LOOKS = {
  plain: 'border border-pencil bg-paper hover:bg-tape/40',
  strong: 'border border-pencil bg-pencil text-paper hover:bg-chalk',
  quiet: 'border border-transparent underline decoration-faint underline-offset-4 hover:bg-tape/40',
} as const;

/** A button large enough for a glove. */
export function Button({ look = 'plain', className = '', type = 'button', ...rest }: Props) {
  return (
    <button
      type={type}
      className={`min-h-9 px-3 py-1 text-left disabled:cursor-not-allowed disabled:opacity-50 ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}
