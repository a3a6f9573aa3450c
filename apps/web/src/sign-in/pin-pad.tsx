import { useState, type ReactElement } from 'react';
import { useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { useKeys } from '../ui/use-keys.ts';

const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9'] as const;
const key =
  'min-h-16 border border-rule bg-sheet font-mono text-2xl font-bold active:bg-ink active:text-sheet';

/** Signing on at a shared tablet: one’s name, then one’s PIN. */
export function PinSignOn({
  people,
}: {
  people: readonly { readonly id: string; readonly fullName: string }[];
}): ReactElement {
  const signOn = useSession((s) => s.signOnByPin);
  const [who, setWho] = useState<string>();
  const [pin, setPin] = useState('');
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const person = people.find((p) => p.id === who);
  const send = async (): Promise<void> => {
    if (!who || pin.length < 4 || busy) return;
    setBusy(true);
    setProblem(undefined);
    // Taken at once: what is pressed while it is looked at belongs to the next try.
    setPin('');
    setProblem(await signOn(who, pin));
    setBusy(false);
  };
  useKeys((event) => {
    if (!who) return;
    if (/^\d$/.test(event.key)) setPin((p) => (p + event.key).slice(0, 8));
    else if (event.key === 'Backspace') setPin((p) => p.slice(0, -1));
    else if (event.key === 'Enter') void send();
    else if (event.key === 'Escape') setWho(undefined);
  });
  if (people.length === 0)
    return (
      <p className="text-ink-2">Nobody has a PIN yet. Sign in with a passphrase, and set one under People.</p>
    );
  if (!person)
    return (
      <ul>
        {people.map((p) => (
          <li key={p.id} className="border-t border-rule last:border-b">
            <button
              type="button"
              className="min-h-16 w-full px-1 text-left text-lg font-semibold"
              onClick={() => {
                setWho(p.id);
                setPin('');
                setProblem(undefined);
              }}
            >
              {p.fullName}
            </button>
          </li>
        ))}
      </ul>
    );
  return (
    <div>
      <p className="text-lg font-semibold">{person.fullName}</p>
      <p
        className="my-3 h-10 font-mono text-3xl tracking-[0.4em]"
        aria-label={`${pin.length} digits of the PIN`}
      >
        {pin.replace(/./g, '●')}
      </p>
      <Problem>{problem}</Problem>
      <div className="grid max-w-xs grid-cols-3 gap-2">
        {KEYS.map((k) => (
          <button key={k} type="button" className={key} onClick={() => setPin((p) => (p + k).slice(0, 8))}>
            {k}
          </button>
        ))}
        <button
          type="button"
          className={`${key} font-sans text-base`}
          onClick={() => setPin((p) => p.slice(0, -1))}
        >
          Delete
        </button>
        <button type="button" className={key} onClick={() => setPin((p) => `${p}0`.slice(0, 8))}>
          0
        </button>
        <button
          type="button"
          className="min-h-16 bg-hand font-bold text-on-hand disabled:opacity-45"
          disabled={busy || pin.length < 4}
          onClick={() => void send()}
        >
          Sign on
        </button>
      </div>
      <Button kind="quiet" className="mt-3" onClick={() => setWho(undefined)}>
        Somebody else
      </Button>
    </div>
  );
}
