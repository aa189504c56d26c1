import { Collapsible } from 'radix-ui';
import { useState, type ReactNode } from 'react';

type Props = {
  readonly title: string;
  /** Said beside the title while it is shut. */
  readonly summary?: string;
  readonly startsOpen?: boolean;
  readonly children: ReactNode;
};

/** A part of the bench that can be folded away. */
export function Section({ title, summary = '', startsOpen = false, children }: Props) {
  const [isOpen, setOpen] = useState(startsOpen);
  return (
    <Collapsible.Root open={isOpen} onOpenChange={setOpen} asChild>
      <section aria-label={title} className="border-t border-faint">
        <h3>
          <Collapsible.Trigger className="flex min-h-10 w-full items-center gap-2 text-left font-semibold hover:bg-tape/40">
            <span aria-hidden className="w-4 text-kraft">
              {isOpen ? '−' : '+'}
            </span>
            {title}
            {!isOpen && (
              <span className="ml-auto truncate pl-2 text-sm font-normal text-kraft">{summary}</span>
            )}
          </Collapsible.Trigger>
        </h3>
        <Collapsible.Content className="pb-3 pl-6">{children}</Collapsible.Content>
      </section>
    </Collapsible.Root>
  );
}
