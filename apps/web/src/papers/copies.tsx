import { useEffect, useId, useState, type ReactElement } from 'react';
import { makeSentences, ownMember, type Scan } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { copyAddress, keepCopy } from '../sync/copies.ts';
import { Problem } from '../ui/field.tsx';
import { SheetDialog } from '../ui/sheet-dialog.tsx';

/** A copy laid over the sheet, to be looked at without leaving it. */
export function CopyViewer({ scan, onClose }: { scan: Scan | undefined; onClose: () => void }): ReactElement {
  const [address, setAddress] = useState<string>();
  const [broken, setBroken] = useState(false);
  useEffect(() => {
    setAddress(undefined);
    setBroken(false);
    let made: string | undefined;
    if (scan)
      void copyAddress(scan).then((at) => {
        made = at;
        setAddress(at);
      });
    return () => {
      if (made?.startsWith('blob:')) URL.revokeObjectURL(made);
    };
  }, [scan]);
  return (
    <SheetDialog open={scan !== undefined} onClose={onClose} title={scan?.name ?? ''} wide>
      {broken ? (
        <Problem>
          The copy cannot be shown: the server cannot be reached, or what it holds is not what was kept.
        </Problem>
      ) : null}
      {address && scan?.type === 'application/pdf' ? (
        <object
          data={`${address}#toolbar=0&navpanes=0&view=FitH`}
          type="application/pdf"
          aria-label={scan.name}
          className="h-[62vh] w-full border border-rule"
        >
          <p>
            This browser shows no PDF in place.{' '}
            <a className="underline" href={address} target="_blank" rel="noreferrer">
              Open {scan.name}
            </a>
          </p>
        </object>
      ) : null}
      {address && scan && scan.type !== 'application/pdf' ? (
        <img
          src={address}
          alt={scan.name}
          className="max-h-[62vh] max-w-full"
          onError={() => setBroken(true)}
        />
      ) : null}
    </SheetDialog>
  );
}

/** Names of copies; a press shows one. */
export function CopyList({
  scans,
  onRemove,
}: {
  scans: readonly Scan[];
  onRemove?: (scan: Scan) => void;
}): ReactElement | null {
  const [shown, setShown] = useState<Scan>();
  if (scans.length === 0) return null;
  return (
    <>
      <ul className="flex flex-wrap items-center gap-x-4" aria-label="Copies">
        {scans.map((s) => (
          <li key={s.sha256} className="flex items-center">
            <button
              type="button"
              className="min-h-9 max-lg:min-h-14 text-left font-semibold underline decoration-rule underline-offset-4 hover:decoration-ink"
              onClick={() => setShown(s)}
            >
              {s.name}
            </button>
            {onRemove ? (
              <button
                type="button"
                aria-label={`Take ${s.name} off`}
                className="min-h-9 min-w-9 max-lg:min-h-14 max-lg:min-w-14 text-ink-2"
                onClick={() => onRemove(s)}
              >
                ×
              </button>
            ) : null}
          </li>
        ))}
      </ul>
      <CopyViewer scan={shown} onClose={() => setShown(undefined)} />
    </>
  );
}

/** Takes copies: a file, or on a tablet or phone the camera. What cannot be taken is said, and the rest is kept. */
export function TakeCopies({
  scans,
  onChange,
  words = 'Add a copy',
  images = false,
}: {
  scans: readonly Scan[];
  onChange: (scans: readonly Scan[]) => void;
  words?: string;
  /** Photographs only; a tablet or phone offers its camera and its files. */
  images?: boolean;
}): ReactElement {
  const id = useId();
  const { names } = useCampaign();
  const [problem, setProblem] = useState<string>();
  /** Files that lost the place they were taken at, by the hash of what was kept of them. */
  const [placeless, setPlaceless] = useState<Readonly<Record<string, File>>>({});
  const take = async (files: readonly File[]): Promise<void> => {
    setProblem(undefined);
    const next = [...scans];
    const lost: Record<string, File> = {};
    for (const file of files) {
      const kept = await keepCopy(file);
      if (!kept.ok) {
        setProblem(makeSentences(names).say(kept.error));
        continue;
      }
      const { scan, withoutPosition } = kept.value;
      if (!next.some((s) => s.sha256 === scan.sha256)) next.push(scan);
      if (withoutPosition) lost[scan.sha256] = file;
    }
    setPlaceless((before) => ({ ...before, ...lost }));
    onChange(next);
  };
  /** Puts the file in as it came, in the place of the one without its place. */
  const keepPlace = async (without: Scan, file: File): Promise<void> => {
    const kept = await keepCopy(file, 'kept');
    if (kept.ok) onChange(scans.map((s) => (s.sha256 === without.sha256 ? kept.value.scan : s)));
    else setProblem(makeSentences(names).say(kept.error));
  };
  return (
    <div>
      <div className="flex flex-wrap items-center gap-x-4">
        <label
          htmlFor={id}
          className="inline-flex min-h-9 max-lg:min-h-14 cursor-pointer items-center border-b-[1.5px] border-dashed border-ink text-sm font-semibold focus-within:outline-2 focus-within:outline-hand"
        >
          {words}
          <input
            id={id}
            type="file"
            multiple
            accept={`image/png,image/jpeg,image/webp${images ? '' : ',application/pdf'}`}
            className="sr-only"
            onChange={(e) => {
              void take([...(e.target.files ?? [])]);
              e.target.value = '';
            }}
          />
        </label>
        <CopyList scans={scans} onRemove={(s) => onChange(scans.filter((o) => o.sha256 !== s.sha256))} />
      </div>
      {scans.map((scan) => {
        const file = ownMember(placeless, scan.sha256);
        return file ? (
          <p
            key={scan.sha256}
            role="status"
            className="flex flex-wrap items-center gap-x-3 text-[0.82rem] text-ink-2"
          >
            What tells where {scan.name} was taken has been taken out of it.
            <button
              type="button"
              className="min-h-9 font-semibold underline decoration-rule underline-offset-4 max-lg:min-h-14"
              onClick={() => void keepPlace(scan, file)}
            >
              Keep it in
            </button>
          </p>
        ) : null;
      })}
      <Problem>{problem}</Problem>
    </div>
  );
}
