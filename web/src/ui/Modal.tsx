import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

interface ModalProps {
  title: string;
  /** One or two sentences on what this does. */
  about?: ReactNode;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  children?: ReactNode;
  wide?: boolean;
}

export function Modal({ title, about, open, onOpenChange, children, wide }: ModalProps) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-night/50" />
        <Dialog.Content
          className={`fixed top-1/2 left-1/2 z-50 max-h-[90vh] w-[calc(100vw-2rem)] -translate-x-1/2 -translate-y-1/2 overflow-auto rounded-card bg-paper p-6 shadow-xl ${wide ? 'max-w-4xl' : 'max-w-lg'}`}
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <Dialog.Title className="font-serif text-2xl leading-tight">{title}</Dialog.Title>
            <Dialog.Close className="rounded p-1 text-quiet hover:text-ink" aria-label="Close this window">
              <X size={20} />
            </Dialog.Close>
          </div>
          <Dialog.Description asChild>
            <div className="mb-4 text-quiet">{about}</div>
          </Dialog.Description>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
