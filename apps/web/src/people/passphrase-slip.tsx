import { useState, type FormEvent, type ReactElement } from 'react';
import { usePassphraseAsked } from '../api/passphrase-asked.ts';
import { useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Field, Problem } from '../ui/field.tsx';
import { SheetDialog } from '../ui/sheet-dialog.tsx';

/** Asks for the passphrase before an act that leads to a signature or a right, wherever it was begun. */
export function PassphraseSlip(): ReactElement | null {
  const { prove, settle } = usePassphraseAsked();
  const person = useSession((s) => s.person);
  const [passphrase, setPassphrase] = useState('');
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  if (!prove || !settle) return null;
  const end = (proof: string | undefined): void => {
    setPassphrase('');
    setProblem(undefined);
    settle(proof);
  };
  const give = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    event.stopPropagation();
    setBusy(true);
    const answer = await prove(passphrase);
    setBusy(false);
    if ('proof' in answer) return end(answer.proof);
    setPassphrase('');
    setProblem(answer.problem);
  };
  return (
    <SheetDialog
      open
      above
      onClose={() => end(undefined)}
      title={`Is it you, ${person?.fullName ?? ''}?`}
      hint="This leads to what people may do or what others are judged by. It is done once you have given your passphrase."
    >
      <form onSubmit={(e) => void give(e)}>
        <Field
          label="Your passphrase, again"
          type="password"
          autoComplete="off"
          value={passphrase}
          onChange={(e) => setPassphrase(e.target.value)}
          autoFocus
          required
        />
        <Problem>{problem}</Problem>
        <div className="flex gap-3">
          <Button kind="main" type="submit" disabled={busy}>
            It is me
          </Button>
          <Button onClick={() => end(undefined)}>Cancel</Button>
        </div>
      </form>
    </SheetDialog>
  );
}
