import { useRef, useState, type PointerEvent, type ReactElement } from 'react';
import { MOST_MARKS, ownMember, type PhotoMark, type PhotoPoint, type Scan } from '@kanzel/core';
import { Button } from '../../ui/button.tsx';
import { Problem } from '../../ui/field.tsx';
import { SheetDialog } from '../../ui/sheet-dialog.tsx';
import { MarksLayer } from './marks.tsx';
import { useCopyAddress } from './use-address.ts';

/** Shorter than this share of the picture nothing was drawn: a finger was put down and lifted. */
const LEAST = 0.02;
/** How far an arrow key moves the tip of a mark that is set by keyboard. */
const KEY_STEP = 0.05;

/** A photograph with its marks; the address of a copy on this device is given back when it is no longer shown. */
function Picture({
  scan,
  marks,
  draw,
}: {
  scan: Scan;
  marks: readonly PhotoMark[];
  draw?: { readonly kind: PhotoMark['kind']; readonly onDrawn: (mark: PhotoMark) => void };
}): ReactElement {
  const address = useCopyAddress(scan);
  const [broken, setBroken] = useState(false);
  const [size, setSize] = useState<{ readonly width: number; readonly height: number }>();
  const [drawing, setDrawing] = useState<PhotoMark>();
  const frame = useRef<HTMLDivElement>(null);
  const pointOf = (event: PointerEvent): PhotoPoint => {
    const box = frame.current?.getBoundingClientRect();
    const share = (at: number, from: number, length: number): number =>
      length === 0 ? 0 : Math.min(1, Math.max(0, Number(((at - from) / length).toFixed(4))));
    return box
      ? [share(event.clientX, box.left, box.width), share(event.clientY, box.top, box.height)]
      : [0, 0];
  };
  const end = (): void => {
    if (drawing && Math.hypot(drawing.to[0] - drawing.from[0], drawing.to[1] - drawing.from[1]) >= LEAST)
      draw?.onDrawn(drawing);
    setDrawing(undefined);
  };
  if (broken)
    return (
      <Problem>
        The photograph cannot be shown: it is not on this device, and the server cannot be reached.
      </Problem>
    );
  return (
    <div
      ref={frame}
      className={`relative inline-block max-w-full touch-none select-none ${draw ? 'cursor-crosshair' : ''}`}
      data-testid="marked-photo"
      {...(draw
        ? {
            onPointerDown: (e: PointerEvent) => {
              e.currentTarget.setPointerCapture(e.pointerId);
              const from = pointOf(e);
              setDrawing({ kind: draw.kind, from, to: from });
            },
            onPointerMove: (e: PointerEvent) =>
              setDrawing((now) => (now ? { ...now, to: pointOf(e) } : undefined)),
            onPointerUp: end,
            onPointerCancel: () => setDrawing(undefined),
          }
        : {})}
    >
      {address ? (
        <img
          src={address}
          alt={scan.name}
          draggable={false}
          className="block max-h-[56vh] max-w-full"
          onLoad={(e) =>
            setSize({ width: e.currentTarget.naturalWidth, height: e.currentTarget.naturalHeight })
          }
          onError={() => setBroken(true)}
        />
      ) : (
        <p className="cap">Opening…</p>
      )}
      {size ? <MarksLayer marks={drawing ? [...marks, drawing] : marks} {...size} /> : null}
    </div>
  );
}

/** A photograph laid over the sheet with what is pointed at on it, and last time's of the same view beside it. */
export function PhotoSlip({
  scan,
  marks,
  last,
  onClose,
}: {
  scan: Scan;
  marks: readonly PhotoMark[];
  last?: { readonly scan: Scan; readonly marks: readonly PhotoMark[] } | undefined;
  onClose: () => void;
}): ReactElement {
  return (
    <SheetDialog open onClose={onClose} title={scan.name} wide>
      <div className={last ? 'grid gap-4 md:grid-cols-2' : ''}>
        <Picture scan={scan} marks={marks} />
        {last ? (
          <figure>
            <Picture scan={last.scan} marks={last.marks} />
            <figcaption className="cap">Last time</figcaption>
          </figure>
        ) : null}
      </div>
    </SheetDialog>
  );
}

/** Points at things on a photograph: an arrow or a circle is drawn with the finger, the mouse, or set by keyboard and moved. */
export function MarkSlip({
  scan,
  marks,
  onChange,
  onClose,
}: {
  scan: Scan;
  marks: readonly PhotoMark[];
  onChange: (marks: readonly PhotoMark[]) => void;
  onClose: () => void;
}): ReactElement {
  const [kind, setKind] = useState<PhotoMark['kind']>('arrow');
  const full = marks.length >= MOST_MARKS;
  const last = marks.at(-1);
  const move = (dx: number, dy: number): void => {
    if (!last) return;
    const by = ([x, y]: PhotoPoint): PhotoPoint => [x + dx, y + dy];
    const moved = { ...last, from: by(last.from), to: by(last.to) };
    if ([...moved.from, ...moved.to].every((n) => n >= 0 && n <= 1)) onChange([...marks.slice(0, -1), moved]);
  };
  const KEYS: Readonly<Record<string, readonly [number, number]>> = {
    ArrowLeft: [-KEY_STEP, 0],
    ArrowRight: [KEY_STEP, 0],
    ArrowUp: [0, -KEY_STEP],
    ArrowDown: [0, KEY_STEP],
  };
  return (
    <SheetDialog
      open
      onClose={onClose}
      wide
      title={`Mark ${scan.name}`}
      hint="Draw on it with a finger or the mouse. By keyboard: put a mark in the middle, and move it with the arrow keys."
    >
      <div
        className="mb-3 flex flex-wrap items-center gap-2"
        onKeyDown={(e) => {
          const by = ownMember(KEYS, e.key);
          if (!by) return;
          e.preventDefault();
          move(...by);
        }}
      >
        {(['arrow', 'circle'] as const).map((k) => (
          <button
            key={k}
            type="button"
            aria-pressed={kind === k}
            onClick={() => setKind(k)}
            className={`min-h-11 rounded-[3px] border-[1.5px] px-4 font-semibold max-lg:min-h-14 ${kind === k ? 'border-hand bg-hand text-on-hand' : 'border-ink'}`}
          >
            {k === 'arrow' ? 'Arrow' : 'Circle'}
          </button>
        ))}
        <Button
          disabled={full}
          onClick={() =>
            onChange([
              ...marks,
              kind === 'arrow'
                ? { kind, from: [0.35, 0.35], to: [0.5, 0.5] }
                : { kind, from: [0.4, 0.4], to: [0.6, 0.6] },
            ])
          }
        >
          Put one in the middle
        </Button>
        <Button disabled={marks.length === 0} onClick={() => onChange(marks.slice(0, -1))}>
          Take the last one off
        </Button>
        <Button kind="main" onClick={onClose}>
          Done
        </Button>
      </div>
      {full ? <p className="cap">{MOST_MARKS} marks are on it: take one off first.</p> : null}
      <Picture
        scan={scan}
        marks={marks}
        {...(full ? {} : { draw: { kind, onDrawn: (mark) => onChange([...marks, mark]) } })}
      />
    </SheetDialog>
  );
}
