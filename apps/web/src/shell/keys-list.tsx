import type { ReactElement } from 'react';
import { SheetDialog } from '../ui/sheet-dialog.tsx';

/** Keys with what they do, laid over the page. */
export function KeysList({
  keys,
  onClose,
}: {
  keys: readonly (readonly [key: string, does: string])[];
  onClose: () => void;
}): ReactElement {
  return (
    <SheetDialog open onClose={onClose} title="Keys">
      <dl>
        {keys.map(([key, text]) => (
          <div key={key} className="grid grid-cols-[9rem_1fr] gap-3 border-b border-rule-2 py-1.5">
            <dt className="font-mono text-[0.82rem]">{key}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
    </SheetDialog>
  );
}
