import { Dialog } from 'radix-ui';
import type { ReactElement, ReactNode } from 'react';

/** A slip of paper laid over the sheet. Escape closes it; focus comes back to where it was. */
export function SheetDialog({
  open,
  onClose,
  title,
  hint,
  children,
  wide = false,
  above = false,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  hint?: string;
  children: ReactNode;
  wide?: boolean;
  /** Laid over another slip, which it dims as well. */
  above?: boolean;
}): ReactElement {
  return (
    <Dialog.Root open={open} onOpenChange={(now) => (now ? undefined : onClose())}>
      <Dialog.Portal>
        <Dialog.Overlay className={`fixed inset-0 bg-plate/45 ${above ? 'z-60' : 'z-40'}`} />
        <Dialog.Content
          className={`fixed top-[8vh] left-1/2 ${above ? 'z-70' : 'z-50'} max-h-[84vh] w-[94vw] -translate-x-1/2 overflow-auto border-t-4 border-hand bg-sheet px-6 py-5 text-ink ${wide ? 'max-w-3xl' : 'max-w-xl'}`}
          {...(hint ? {} : { 'aria-describedby': undefined })}
        >
          <Dialog.Title className="text-xl font-semibold narrow">{title}</Dialog.Title>
          {hint ? <Dialog.Description className="mt-1 text-ink-2">{hint}</Dialog.Description> : null}
          <div className="mt-4">{children}</div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
