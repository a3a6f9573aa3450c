import type { Reason } from '@kanzel/core';
import { toCodes } from '@kanzel/formats';
import { toCanvas } from 'qrcode';
import { useEffect, useRef, useState, type ReactElement } from 'react';
import { makeSmall } from '../sync/handed-bytes.ts';
import { Button } from '../ui/button.tsx';
import { Choices, Problem } from '../ui/field.tsx';
import { SheetDialog } from '../ui/sheet-dialog.tsx';

type What = 'unsent' | 'whole';

/** So many codes pass in a second: a camera that reads six a second misses few of them. */
const EVERY = 350;

/** The hand-over of this device as a row of codes, one after another, until somebody closes it. */
export default function CodesShown({
  unsent,
  textOf,
  say,
  onClose,
}: {
  /** Entries that have not been sent. */
  readonly unsent: number;
  readonly textOf: (what: What) => Promise<string>;
  readonly say: (reason: Reason) => string;
  readonly onClose: () => void;
}): ReactElement {
  const [what, setWhat] = useState<What>(unsent > 0 ? 'unsent' : 'whole');
  const [codes, setCodes] = useState<readonly Uint8Array[]>([]);
  const [problem, setProblem] = useState<string>();
  const [at, setAt] = useState(0);
  const [held, setHeld] = useState(false);
  /** The one that is on the screen. */
  const [drawn, setDrawn] = useState(0);
  const canvas = useRef<HTMLCanvasElement>(null);
  // As it was when the row was begun: what waits since comes with the next one.
  const given = useRef({ textOf, say });
  useEffect(() => {
    let current = true;
    void given.current
      .textOf(what)
      .then(makeSmall)
      .then((bytes) => {
        if (!current) return;
        const made = toCodes(bytes);
        setProblem(made.ok ? undefined : given.current.say(made.error));
        setCodes(made.ok ? made.value : []);
        setAt(0);
      });
    return () => {
      current = false;
    };
  }, [what]);
  useEffect(() => {
    if (held || codes.length < 2) return undefined;
    const timer = setInterval(() => setAt((n) => (n + 1) % codes.length), EVERY);
    return () => clearInterval(timer);
  }, [codes, held]);
  useEffect(() => {
    const code = codes[at];
    if (!code || !canvas.current) return;
    const form = { errorCorrectionLevel: 'L', margin: 4, width: 560 } as const;
    void toCanvas(canvas.current, [{ data: code, mode: 'byte' }], form).then(() => setDrawn(at));
  }, [codes, at]);
  const one = (step: number): void => {
    setHeld(true);
    setAt((n) => (n + step + codes.length) % codes.length);
  };
  return (
    <SheetDialog
      open
      wide
      onClose={onClose}
      title="Codes for another device"
      hint="Hold the camera of the other device over them, with “Read codes” there, until it has all of them."
    >
      <Choices<What>
        label="Hand over"
        value={what}
        options={[
          {
            id: 'unsent',
            text: `What was not sent, ${unsent} ${unsent === 1 ? 'entry' : 'entries'}`,
          },
          { id: 'whole', text: 'The whole record as well' },
        ]}
        onChange={setWhat}
      />
      <Problem>{problem}</Problem>
      {codes.length > 0 ? (
        <>
          <canvas
            ref={canvas}
            role="img"
            aria-label={`Code ${drawn + 1} of ${codes.length}`}
            className="mx-auto block size-[min(58vh,84vw)]! bg-white"
          />
          <div className="mt-2 flex flex-wrap items-center gap-3">
            <p className="font-mono text-lg" aria-hidden>
              {drawn + 1} of {codes.length}
            </p>
            {codes.length > 1 ? (
              <>
                <Button onClick={() => one(-1)}>One back</Button>
                <Button onClick={() => one(1)}>One on</Button>
                <Button onClick={() => setHeld(!held)}>{held ? 'Let them run' : 'Hold this one'}</Button>
              </>
            ) : null}
            <Button onClick={onClose}>Close</Button>
          </div>
        </>
      ) : null}
      <p className="mt-2 text-ink-2">
        Photographs are not in codes: they go with a file, or to the server from this device.
      </p>
    </SheetDialog>
  );
}
