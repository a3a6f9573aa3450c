import { useEffect, useState, type FormEvent, type ReactElement } from 'react';
import type { FrontDoor } from '@kanzel/contract';
import { api, sayFailure } from '../api/client.ts';
import { askFrontDoor, rolesOf, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Field, Problem } from '../ui/field.tsx';
import { SheetDialog } from '../ui/sheet-dialog.tsx';

type Kind = 'pin' | 'passphrase' | 'tablet';

const TEXT = {
  pin: {
    title: 'Your PIN for shared tablets',
    label: 'New PIN, 4 to 8 digits',
    button: 'Set the PIN',
    done: 'Your PIN is set.',
  },
  passphrase: {
    title: 'Your passphrase',
    label: 'New passphrase, at least 12 characters',
    button: 'Change the passphrase',
    done: 'Your passphrase is changed.',
  },
  tablet: {
    title: 'Make this device a shared tablet',
    label: 'What it is called, as written on it',
    button: 'Make it a shared tablet',
    done: 'This device is a shared tablet now. Whoever has a PIN can sign on here.',
  },
} as const;

function Slip({
  kind,
  onClose,
  onDone,
}: {
  kind: Kind;
  onClose: () => void;
  onDone: () => void;
}): ReactElement {
  const [old, setOld] = useState('');
  const [next, setNext] = useState('');
  const [problem, setProblem] = useState<string>();
  const text = TEXT[kind];
  const send = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    const answer =
      kind === 'pin'
        ? await api.post('/api/me/pin', { passphrase: old, pin: next })
        : kind === 'passphrase'
          ? await api.post('/api/me/passphrase', { old, passphrase: next })
          : await api.post('/api/tablet', { name: next });
    if (!answer.ok) return setProblem(sayFailure(answer.error));
    onDone();
  };
  return (
    <SheetDialog open onClose={onClose} title={text.title}>
      <form onSubmit={(e) => void send(e)}>
        {kind === 'tablet' ? null : (
          <Field
            label="Your passphrase as it is"
            type="password"
            autoComplete="current-password"
            value={old}
            onChange={(e) => setOld(e.target.value)}
            autoFocus
            required
          />
        )}
        <Field
          label={text.label}
          type={kind === 'tablet' ? 'text' : 'password'}
          inputMode={kind === 'pin' ? 'numeric' : 'text'}
          pattern={kind === 'pin' ? '[0-9]{4,8}' : undefined}
          minLength={kind === 'passphrase' ? 12 : undefined}
          autoComplete="new-password"
          value={next}
          onChange={(e) => setNext(e.target.value)}
          required
        />
        <Problem>{problem}</Problem>
        <div className="flex gap-3">
          <Button kind="main" type="submit">
            {text.button}
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </SheetDialog>
  );
}

/** One’s own passphrase and PIN, and what this device is. */
export function OwnAccount(): ReactElement {
  const person = useSession((s) => s.person);
  const [door, setDoor] = useState<FrontDoor>();
  const [kind, setKind] = useState<Kind>();
  const [done, setDone] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const ask = async (): Promise<void> => {
    const answer = await askFrontDoor();
    if (answer.ok) setDoor(answer.value);
  };
  useEffect(() => {
    void ask();
  }, []);
  const noLonger = async (): Promise<void> => {
    const answer = await api.delete('/api/tablet');
    setProblem(answer.ok ? undefined : sayFailure(answer.error));
    await ask();
  };
  const administrator = rolesOf(person).includes('administrator');
  return (
    <div>
      <p className="font-semibold">{person?.fullName}</p>
      <div className="mt-2 flex flex-col items-start gap-2">
        <Button onClick={() => setKind('pin')}>{person?.hasPin ? 'Change your PIN' : 'Set a PIN'}</Button>
        <Button onClick={() => setKind('passphrase')}>Change your passphrase</Button>
        {administrator && door && !door.tablet ? (
          <Button onClick={() => setKind('tablet')}>Make this a shared tablet</Button>
        ) : null}
        {door?.tablet ? (
          <p>
            This device is the shared tablet “{door.tablet.name}”.{' '}
            {administrator ? (
              <Button kind="quiet" onClick={() => void noLonger()}>
                No longer
              </Button>
            ) : null}
          </p>
        ) : null}
      </div>
      {done ? (
        <p role="status" className="mt-2 font-medium text-within">
          {done}
        </p>
      ) : null}
      <Problem>{problem}</Problem>
      {kind ? (
        <Slip
          kind={kind}
          onClose={() => setKind(undefined)}
          onDone={() => {
            setDone(TEXT[kind].done);
            setKind(undefined);
            void ask();
            void useSession.getState().look();
          }}
        />
      ) : null}
    </div>
  );
}
