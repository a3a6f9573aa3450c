import { useState, type FormEvent, type ReactElement, type ReactNode } from 'react';
import { type EntryBodies, type EntryKind, type Role } from '@kanzel/core';
import { submit } from '../../sync/campaign-store.ts';
import { roleAmong, useSession } from '../../sync/session.ts';
import { Button } from '../../ui/button.tsx';
import { Problem } from '../../ui/field.tsx';
import { SheetDialog } from '../../ui/sheet-dialog.tsx';
import { useCampaign } from '../campaign-context.ts';

/** Whoever is at the aircraft. */
export const ANYONE: readonly Role[] = ['technician', 'inspector', 'pilot', 'observer', 'certifier'];

/** A slip that ends in one entry: fields, the reason for a refusal, a button that says what happens. */
export function EntrySlip<K extends EntryKind>({
  title,
  hint,
  kind,
  make,
  roles = ANYONE,
  button,
  onClose,
  onDone,
  supersedes,
  children,
}: {
  title: string;
  hint?: string;
  kind: K;
  make: () => EntryBodies[K];
  roles?: readonly Role[];
  button: string;
  onClose: () => void;
  onDone?: () => void;
  supersedes?: string;
  children: ReactNode;
}): ReactElement {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const [problem, setProblem] = useState<string>();
  const send = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    const sent = await submit(
      view.id,
      kind,
      make(),
      roleAmong(person, roles),
      supersedes ? { supersedes } : {},
    );
    if (!sent.ok) return setProblem(view.say(sent.error));
    onClose();
    onDone?.();
  };
  return (
    <SheetDialog open onClose={onClose} title={title} {...(hint ? { hint } : {})}>
      <form onSubmit={(e) => void send(e)}>
        {children}
        <Problem>{problem}</Problem>
        <div className="flex gap-3">
          <Button kind="main" type="submit">
            {button}
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </SheetDialog>
  );
}
