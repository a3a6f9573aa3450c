import { useId, useState, type ChangeEvent, type ReactElement } from 'react';
import { makeSentences } from '@kanzel/core';
import { readRecordFile, type RecordFile } from '@kanzel/formats';
import { MarkSign } from '../ui/mark.tsx';

const same = (text: string): string => text;
const { say } = makeSentences({ part: same, subject: same, thing: same });

type Outcome =
  { readonly name: string; readonly file: RecordFile } | { readonly name: string; readonly why: string };

/** Verifies a record file on this device, without the server: unaltered, or the first entry that was altered. */
export function VerifyFile({ expected }: { expected: string | undefined }): ReactElement {
  const id = useId();
  const [outcome, setOutcome] = useState<Outcome>();
  const read = async (event: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const chosen = event.target.files?.[0];
    event.target.value = '';
    if (!chosen) return;
    const result = readRecordFile(await chosen.text());
    setOutcome(
      result.ok ? { name: chosen.name, file: result.value } : { name: chosen.name, why: say(result.error) },
    );
  };
  const key = outcome && 'file' in outcome ? outcome.file.signature?.publicKey : undefined;
  return (
    <section className="mt-3">
      <h2 className="font-semibold">Verify a record file</h2>
      <p className="mb-3 max-w-xl text-ink-2">
        It is read on this device and goes nowhere. Every entry, the order, and the signature are proven.
      </p>
      <label
        htmlFor={id}
        className="inline-flex min-h-11 cursor-pointer items-center rounded-[3px] border-[1.5px] border-hand bg-hand px-4 font-semibold text-on-hand has-focus-visible:outline-2"
      >
        Choose a file
        <input id={id} type="file" accept=".json" className="sr-only" onChange={(e) => void read(e)} />
      </label>
      {outcome ? (
        <div className="mt-4 max-w-2xl border-y border-rule py-3" role="status">
          <p className="flex items-center gap-2 text-lg font-bold">
            <MarkSign mark={'file' in outcome ? 'within' : 'out'} size={20} label={false} />
            {'file' in outcome ? 'Unaltered' : 'Not proven'}
            <span className="font-normal text-ink-2">{outcome.name}</span>
          </p>
          {'file' in outcome ? (
            <>
              <p>
                {outcome.file.mark}, {outcome.file.title}: {outcome.file.count} entries, head{' '}
                <span className="font-mono">{outcome.file.head.slice(0, 16)}</span>.
              </p>
              <p className={key && key !== expected ? 'font-semibold text-near' : ''}>
                {key === undefined
                  ? 'It carries no signature: a file of version 1.'
                  : key === expected
                    ? 'Signed by this installation.'
                    : `Signed with another key: ${key}. Compare it with the one that installation shows.`}
              </p>
            </>
          ) : (
            <p>{outcome.why}</p>
          )}
        </div>
      ) : null}
    </section>
  );
}
