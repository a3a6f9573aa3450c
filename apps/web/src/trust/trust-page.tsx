import type { TrustView } from '@kanzel/contract';
import { useEffect, useState, type ReactElement } from 'react';
import { api, sayFailure } from '../api/client.ts';
import { Problem } from '../ui/field.tsx';
import { dayInWords } from '../ui/when.ts';

/** What is done on each kind of device, in its own order. */
const STEPS: readonly { readonly title: string; readonly steps: readonly string[] }[] = [
  {
    title: 'On a tablet or phone that names its certificates “profiles”',
    steps: [
      'Scan the code and open the address; go on although the page is not trusted yet.',
      'Press “Take the certificate”, and allow the profile to be loaded.',
      'Settings: open the loaded profile and install it. Then, under certificates that are trusted, switch it on.',
      'Come back to the address, sign in, and add the page to the home screen.',
    ],
  },
  {
    title: 'On any other tablet or phone',
    steps: [
      'Scan the code and open the address; go on although the page is not trusted yet.',
      'Press “Take the certificate”.',
      'Settings: under security, install a certificate of an authority from the file that was loaded.',
      'Come back to the address, sign in, and install the page from the menu of the browser.',
    ],
  },
  {
    title: 'On a computer',
    steps: [
      'Open the address, press “Take the certificate”.',
      'In the settings of the browser or of the system, add the file to the authorities that are trusted for web pages.',
      'Close the browser and open the address again.',
    ],
  },
];

/** How a device comes to trust this server, and where it finds it: before anybody is signed on. */
export default function TrustPage(): ReactElement {
  const [view, setView] = useState<TrustView>();
  const [problem, setProblem] = useState<string>();
  useEffect(() => {
    void api
      .get<TrustView>('/api/trust')
      .then((a) => (a.ok ? setView(a.value) : setProblem(sayFailure(a.error))));
    document.title = 'Tablets and phones · Kanzel';
  }, []);
  return (
    <div className="grid h-dvh grid-rows-[52px_1fr]">
      <header className="flex items-center justify-between bg-plate px-4 text-plate-ink">
        <span className="font-mono text-xl font-bold tracking-wide">Kanzel</span>
        <a href="/" className="flex min-h-11 items-center underline underline-offset-4">
          To the hangar
        </a>
      </header>
      <main className="overflow-auto bg-sheet px-6 py-8 lg:px-24">
        <h1 className="text-2xl font-semibold narrow">Tablets and phones</h1>
        <Problem>{problem}</Problem>
        {view ? <Trust view={view} /> : problem ? null : <p className="text-ink-2">Asking the server…</p>}
      </main>
    </div>
  );
}

function Trust({ view }: { view: TrustView }): ReactElement {
  const { secure, addresses, until, fingerprint } = view;
  if (!secure)
    return (
      <p className="mt-3 max-w-2xl">
        This server speaks without encryption. A tablet installs an application only from one that is
        encrypted: start it with <code className="font-mono font-bold">npm start -- --tls</code>, and open
        this page again.
      </p>
    );
  return (
    <>
      <p className="mt-2 mb-5 max-w-2xl text-ink-2">
        A device trusts this server once. Then the application can be installed on it, and starts without the
        server and without a network.
      </p>
      <ul className="flex flex-wrap gap-8">
        {addresses.map(({ address, code }) => (
          <li key={address}>
            <img
              className="h-52 w-52 border border-rule bg-white"
              src={`data:image/svg+xml;utf8,${encodeURIComponent(code)}`}
              alt={`Code of ${address}`}
            />
            <a className="mt-1 block font-mono font-bold underline underline-offset-4" href={address}>
              {address}
            </a>
          </li>
        ))}
      </ul>
      {addresses.length === 0 ? (
        <p className="max-w-2xl border-l-4 border-near bg-near-bg px-3 py-1 font-semibold text-near">
          It listens to this machine alone: start it with --host 0.0.0.0 to be reached from tablets.
        </p>
      ) : null}
      {fingerprint ? (
        <>
          <a
            className="mt-6 inline-flex min-h-14 items-center rounded bg-hand px-5 font-bold text-sheet"
            href="/api/trust/authority"
            download
          >
            Take the certificate
          </a>
          <p className="mt-2 max-w-2xl text-[0.86rem] break-words text-ink-2">
            Compare before you trust it: <span className="font-mono">{fingerprint}</span>
          </p>
          <div className="mt-6 grid max-w-5xl gap-x-10 gap-y-6 lg:grid-cols-3">
            {STEPS.map(({ title, steps }) => (
              <section key={title}>
                <h2 className="mb-2 font-semibold">{title}</h2>
                <ol className="list-decimal pl-5">
                  {steps.map((step) => (
                    <li key={step} className="mb-1.5">
                      {step}
                    </li>
                  ))}
                </ol>
              </section>
            ))}
          </div>
        </>
      ) : (
        <p className="mt-6">
          Its certificate was supplied: devices that trust whoever issued it trust this server.
        </p>
      )}
      {until ? <p className="mt-6 text-ink-2">Its certificate holds until {dayInWords(until)}.</p> : null}
    </>
  );
}
