import { create } from 'zustand';

/** What giving a passphrase led to: the proof, or why it was not one. */
export type ProofAnswer = { readonly proof: string } | { readonly problem: string };

interface Asked {
  /** Set while somebody is being asked. */
  readonly prove?: (passphrase: string) => Promise<ProofAnswer>;
  readonly settle?: (proof: string | undefined) => void;
}

export const usePassphraseAsked = create<Asked>(() => ({}));

let last: Promise<unknown> = Promise.resolve();

/** Asks whoever is at the device for their passphrase, one question after the other. Undefined: they left it. */
export function askPassphrase(
  prove: (passphrase: string) => Promise<ProofAnswer>,
): Promise<string | undefined> {
  const next = last.then(
    () =>
      new Promise<string | undefined>((resolve) =>
        usePassphraseAsked.setState({
          prove,
          settle: (proof) => {
            usePassphraseAsked.setState({}, true);
            resolve(proof);
          },
        }),
      ),
  );
  last = next;
  return next;
}
