import { useEffect, useRef, useState, type FormEvent, type ReactElement, type Ref } from 'react';
import { ROLE_TITLES } from '@kanzel/core';
import type { FrontDoor } from '@kanzel/contract';
import { sayFailure } from '../api/client.ts';
import { askFrontDoor, useSession } from '../sync/session.ts';
import { PinSignOn } from './pin-pad.tsx';
import { Button } from '../ui/button.tsx';
import { Field, Problem } from '../ui/field.tsx';

const knownHere = async (): Promise<readonly { readonly id: string; readonly fullName: string }[]> =>
  (await import('../sync/pins.ts')).knownByPin();

function SignInForm({
  name,
  passphrase,
  signInButton,
  setName,
  setPassphrase,
}: {
  name: string;
  signInButton: Ref<HTMLButtonElement>;
  passphrase: string;
  setName: (v: string) => void;
  setPassphrase: (v: string) => void;
}): ReactElement {
  const signIn = useSession((s) => s.signIn);
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    setBusy(true);
    setProblem(await signIn(name, passphrase));
    setBusy(false);
  };
  return (
    <form onSubmit={(e) => void submit(e)}>
      <Field
        label="Name"
        value={name}
        onChange={(e) => setName(e.target.value)}
        autoComplete="username"
        autoFocus
        required
      />
      <Field
        label="Passphrase"
        type="password"
        value={passphrase}
        onChange={(e) => setPassphrase(e.target.value)}
        autoComplete="current-password"
        required
      />
      <Problem>{problem}</Problem>
      <Button kind="main" type="submit" disabled={busy} ref={signInButton}>
        Sign in
      </Button>
    </form>
  );
}

function FirstPersonForm(): ReactElement {
  const first = useSession((s) => s.first);
  const [form, setForm] = useState({ setupCode: '', name: '', fullName: '', passphrase: '' });
  const [problem, setProblem] = useState<string>();
  const put = (key: keyof typeof form) => (e: { target: { value: string } }) =>
    setForm({ ...form, [key]: e.target.value });
  const submit = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    setProblem(await first(form));
  };
  return (
    <form onSubmit={(e) => void submit(e)}>
      <p className="mb-4 text-ink-2">
        Nobody has an account here yet. Whoever can read the code where the server was started makes the first
        one, and may do everything.
      </p>
      <Field
        label="Code printed at the server"
        value={form.setupCode}
        onChange={put('setupCode')}
        placeholder="000-000-000"
        autoFocus
        required
      />
      <Field label="Your full name" value={form.fullName} onChange={put('fullName')} required />
      <Field
        label="Name to sign in with"
        value={form.name}
        onChange={put('name')}
        autoComplete="username"
        required
        hint="Small letters, digits, points and dashes"
      />
      <Field
        label="Passphrase"
        type="password"
        minLength={12}
        value={form.passphrase}
        onChange={put('passphrase')}
        autoComplete="new-password"
        required
        hint="At least 12 characters; several words are easiest to remember"
      />
      <Problem>{problem}</Problem>
      <Button kind="main" type="submit">
        Make the first account
      </Button>
    </form>
  );
}

/** The sign-in page. In the demonstration it names its made-up people; a real installation never does. */
export function SignInPage(): ReactElement {
  const [door, setDoor] = useState<FrontDoor>();
  const [problem, setProblem] = useState<string>();
  const [name, setName] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const [byPassphrase, setByPassphrase] = useState(false);
  const [known, setKnown] = useState<readonly { readonly id: string; readonly fullName: string }[]>([]);
  const signInButton = useRef<HTMLButtonElement>(null);
  const ask = async (): Promise<void> => {
    const answer = await askFrontDoor();
    setProblem(answer.ok ? undefined : sayFailure(answer.error));
    if (answer.ok) setDoor(answer.value);
    // Without the server whoever has signed on here by PIN before is known all the same.
    setKnown(answer.ok || answer.error.kind !== 'unreachable' ? [] : await knownHere());
  };
  useEffect(() => {
    void ask();
  }, []);
  return (
    <div className="grid h-dvh grid-rows-[52px_1fr]">
      <header className="flex items-center bg-plate px-4 font-mono text-xl font-bold tracking-wide text-plate-ink">
        Kanzel
      </header>
      <main className="flex flex-wrap content-start gap-x-16 gap-y-8 overflow-auto bg-sheet px-6 py-12 lg:px-24">
        <div className="w-full max-w-sm">
          <h1 className="mb-5 text-2xl font-semibold narrow">
            {door?.empty ? 'The first account' : door?.tablet ? door.tablet.name : 'Sign in'}
          </h1>
          {problem ? (
            <>
              <Problem>{problem}</Problem>
              <Button onClick={() => void ask()}>Try again</Button>
            </>
          ) : null}
          {door === undefined && known.length > 0 ? (
            <div className="mt-5">
              <p className="mb-3 text-ink-2">
                Who has signed on here by PIN before goes on without the server. What is recorded is sent when
                the server has taken the PIN as well.
              </p>
              <PinSignOn people={known} />
            </div>
          ) : door === undefined ? (
            problem ? null : (
              <p className="text-ink-2">Asking the server…</p>
            )
          ) : door.empty ? (
            <FirstPersonForm />
          ) : door.tablet && !byPassphrase ? (
            <>
              <PinSignOn people={door.tablet.people} />
              <Button kind="quiet" className="mt-4" onClick={() => setByPassphrase(true)}>
                With a passphrase instead
              </Button>
            </>
          ) : (
            <SignInForm
              name={name}
              passphrase={passphrase}
              signInButton={signInButton}
              setName={setName}
              setPassphrase={setPassphrase}
            />
          )}
        </div>
        {door?.demo && (!door.tablet || byPassphrase) ? (
          <section className="max-w-xl" aria-labelledby="demo-people">
            <h2 id="demo-people" className="mb-1 text-base font-semibold">
              People of this demonstration
            </h2>
            <p className="mb-3 text-ink-2">All are made up. Choosing one fills in the passphrase.</p>
            <ul>
              {door.demo.map((p) => (
                <li key={p.name} className="border-t border-rule last:border-b">
                  <button
                    type="button"
                    className="flex min-h-14 w-full items-center gap-4 px-1 py-2 text-left"
                    onClick={() => {
                      setName(p.name);
                      setPassphrase(p.passphrase);
                      // Chosen is as good as typed: Enter signs in.
                      signInButton.current?.focus();
                    }}
                  >
                    <span className="w-36 font-semibold">{p.fullName}</span>
                    <span className="min-w-0 flex-1 text-ink-2">
                      {p.roles.map((r) => ROLE_TITLES[r].toLowerCase()).join(', ')}
                    </span>
                    <span className="text-ink-2 max-sm:hidden">
                      {p.name} · {p.passphrase}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        ) : null}
      </main>
    </div>
  );
}
