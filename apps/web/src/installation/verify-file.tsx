import { useId, useState, type ChangeEvent, type ReactElement } from 'react';
import { makeSentences } from '@kanzel/core';
import { fingerprintOf, readRecordFile, type VerifiedRecord } from '@kanzel/formats';
import { MarkSign } from '../ui/mark.tsx';

const same = (text: string): string => text;
const { say } = makeSentences({ part: same, subject: same, thing: same });

type Outcome =
  | { readonly name: string; readonly record: VerifiedRecord }
  | { readonly name: string; readonly why: string };

/** Verifies a record file on this device, without the server: unaltered, or the first entry that was altered. */
export function VerifyFile({ expected }: { expected: string | undefined }): ReactElement {
  const id = useId();
  const [outcome, setOutcome] = useState<Outcome>();
  const read = async (event: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const chosen = event.target.files?.[0];
    event.target.value = '';
    if (!chosen) return;
    const text = await chosen.text();
    // A record of another installation is not wrong; of whom it is, only somebody can say who knows its key.
    const own = expected === undefined ? undefined : readRecordFile(text, expected);
    const result = own?.ok ? own : readRecordFile(text);
    setOutcome(
      result.ok ? { name: chosen.name, record: result.value } : { name: chosen.name, why: say(result.error) },
    );
  };
  const record = outcome && 'record' in outcome ? outcome.record : undefined;
  const key = record?.file.signature?.publicKey;
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
            <MarkSign
              mark={!record ? 'out' : record.maker === 'signed' ? 'within' : 'unknown'}
              size={20}
              label={false}
            />
            {!record
              ? 'Not proven'
              : record.maker === 'signed'
                ? 'Unaltered'
                : 'Consistent in itself; not known who made it'}
            <span className="font-normal text-ink-2">{outcome.name}</span>
          </p>
          {record ? (
            <>
              <p>
                {record.file.mark}, {record.file.title}: {record.file.count} entries, head{' '}
                <span className="font-mono">{record.file.head.slice(0, 16)}</span>.
              </p>
              <p>
                {record.maker === 'signed'
                  ? 'Signed by this installation.'
                  : key === undefined
                    ? 'It carries no signature. Whoever gave it to you may have written it.'
                    : `It carries a signature by ${fingerprintOf(key)}, which is not this installation. Compare that with what the other one shows.`}
              </p>
            </>
          ) : (
            <p>{'why' in outcome ? outcome.why : ''}</p>
          )}
        </div>
      ) : null}
    </section>
  );
}
