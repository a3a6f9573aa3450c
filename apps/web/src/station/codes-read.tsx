import type { Reason } from '@kanzel/core';
import { missingOf, wholeOf, withCode, type CodeRow } from '@kanzel/formats';
import { useEffect, useId, useRef, useState, type ChangeEvent, type ReactElement } from 'react';
import { bytesInPicture, readBytes } from '../papers/read-code.ts';
import { makeLarge } from '../sync/handed-bytes.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { SheetDialog } from '../ui/sheet-dialog.tsx';

/** How often the camera is looked through (ms). */
const LOOK_EVERY = 150;

/** Missing codes that are named; more are counted. */
const NAMED = 12;

/** Reads a row of codes from the screen of another device, by the camera or from pictures of them, until all of it is there. */
export default function CodesRead({
  say,
  onText,
  onClose,
}: {
  readonly say: (reason: Reason) => string;
  /** What was handed over; gives what is wrong with it, if anything. */
  readonly onText: (text: string) => Promise<string | undefined>;
  readonly onClose: () => void;
}): ReactElement {
  const id = useId();
  const video = useRef<HTMLVideoElement>(null);
  /** Read by the camera between two paints as well. */
  const row = useRef<CodeRow>(undefined);
  const [shown, setShown] = useState<CodeRow>();
  const [problem, setProblem] = useState<string>();
  const [camera, setCamera] = useState<'asked' | 'looks' | 'none'>('asked');
  const begin = (): void => {
    row.current = undefined;
    setShown(undefined);
    setProblem(undefined);
  };
  const hear = async (code: Uint8Array): Promise<void> => {
    const next = withCode(row.current, code);
    if (!next.ok) return setProblem(say(next.error));
    if (next.value === row.current) return;
    row.current = next.value;
    setShown(next.value);
    setProblem(undefined);
    const whole = wholeOf(next.value);
    if (!whole) return;
    row.current = undefined;
    const text = whole.ok ? await makeLarge(whole.value) : whole;
    const wrong = text.ok ? await onText(text.value) : say(text.error);
    if (wrong === undefined) onClose();
    else setProblem(wrong);
  };
  const hearing = useRef(hear);
  useEffect(() => {
    hearing.current = hear;
  });
  useEffect(() => {
    let over = false;
    let stream: MediaStream | undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = async (): Promise<void> => {
      if (over || !video.current) return;
      const seen = video.current.readyState >= 2 ? readBytes(video.current) : undefined;
      if (seen) await hearing.current(seen);
      if (!over) timer = setTimeout(() => void look(), LOOK_EVERY);
    };
    const ask = async (): Promise<void> => {
      // No camera, or nobody lets it be used: pictures of the codes are read instead.
      const open = await navigator.mediaDevices
        ?.getUserMedia({ video: { facingMode: 'environment', width: 1280 } })
        .catch(() => undefined);
      if (!open) return over ? undefined : setCamera('none');
      stream = open;
      if (over || !video.current) return open.getTracks().forEach((t) => t.stop());
      video.current.srcObject = open;
      await video.current.play();
      setCamera('looks');
      await look();
    };
    void ask();
    return () => {
      over = true;
      clearTimeout(timer);
      stream?.getTracks().forEach((t) => t.stop());
    };
  }, []);
  const fromPictures = async ({ target }: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const files = [...(target.files ?? [])];
    target.value = '';
    for (const file of files) {
      const code = await bytesInPicture(file);
      if (code) await hear(code);
      else setProblem(`No code is to be found in “${file.name}”. Hold the camera nearer, and take it again.`);
    }
  };
  const missing = shown ? missingOf(shown) : [];
  return (
    <SheetDialog
      open
      wide
      onClose={onClose}
      title="Read codes"
      hint="The other device shows them under “Show as codes”. Hold this one over its screen until all of them are read."
    >
      <video
        ref={video}
        muted
        playsInline
        aria-label="What the camera sees"
        className={`mx-auto max-h-[48vh] max-w-full bg-ink ${camera === 'looks' ? 'block' : 'hidden'}`}
      />
      {camera === 'none' ? (
        <p className="border-l-4 border-near bg-near-bg px-3 py-2 text-near">
          The camera of this device cannot be used here. Take a picture of every code instead.
        </p>
      ) : null}
      {shown ? (
        <p role="status" className="mt-3 text-lg font-semibold">
          {shown.pieces.size} of {shown.count} read
          {missing.length > 0 && missing.length <= NAMED ? `; still to read: ${missing.join(', ')}` : ''}
        </p>
      ) : (
        <p role="status" className="mt-3">
          {camera === 'asked' ? 'Asking for the camera…' : 'No code read yet.'}
        </p>
      )}
      {shown ? (
        <div className="h-3 bg-rule" aria-hidden>
          <div className="h-3 bg-hand" style={{ width: `${(100 * shown.pieces.size) / shown.count}%` }} />
        </div>
      ) : null}
      <Problem>{problem}</Problem>
      <div className="mt-3 flex flex-wrap gap-3">
        <label
          htmlFor={id}
          className="inline-flex min-h-11 cursor-pointer items-center rounded-[3px] border-[1.5px] border-ink px-4 font-semibold has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-hand max-lg:min-h-14"
        >
          Pictures of codes
          <input
            id={id}
            type="file"
            accept="image/*"
            multiple
            className="sr-only"
            onChange={(e) => void fromPictures(e)}
          />
        </label>
        {shown ? <Button onClick={begin}>Begin anew</Button> : null}
        <Button onClick={onClose}>Close</Button>
      </div>
    </SheetDialog>
  );
}
