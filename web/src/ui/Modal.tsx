import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

type Props = {
  readonly title: string;
  readonly isOpen: boolean;
  readonly onClose: () => void;
  readonly children: ReactNode;
  /** Said under the title, and to screen readers. */
  readonly about?: string;
  /** For a table. */
  readonly isWide?: boolean;
};

/** A sheet of paper laid over the bench. Escape and the cross close it. */
export function Modal({ title, isOpen, onClose, children, about, isWide = false }: Props) {
  return (
    <Dialog.Root open={isOpen} onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-pencil/30" />
        <Dialog.Content
          className={`fixed top-[12vh] left-1/2 z-50 max-h-[76vh] -translate-x-1/2 overflow-auto border border-pencil bg-paper p-5 shadow-lg ${isWide ? 'w-[min(60rem,96vw)]' : 'w-[min(36rem,94vw)]'}`}
          {...(about === undefined ? { 'aria-describedby': undefined } : {})}
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <Dialog.Title className="text-lg font-semibold">{title}</Dialog.Title>
            <Dialog.Close
              className="min-h-9 min-w-9 border border-transparent text-xl hover:border-pencil"
              aria-label="Close"
            >
              ×
            </Dialog.Close>
          </div>
          {about !== undefined && <Dialog.Description className="mb-3">{about}</Dialog.Description>}
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
