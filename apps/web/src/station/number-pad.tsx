import { useEffect, type ReactElement } from 'react';
import { ownMember, MARK_WORDS } from '@kanzel/core';
import { deskOf } from '../answers/desks.ts';
import { MarkSign, markColour } from '../ui/mark.tsx';
import { useLineMode } from '../ui/line-mode.ts';
import { useCampaign } from './campaign-context.ts';
import { previewOf } from '../answers/preview.ts';
import { putPadAway, usePad } from '../answers/figures/pad-store.ts';
import { draftOf, useDrafts, writeFigure } from '../answers/drafts.ts';

const KEYS = ['7', '8', '9', '⌫', '4', '5', '6', '−', '1', '2', '3', '.', '0'] as const;

const key = 'min-h-14 border-r border-b border-rule font-bold active:bg-ink active:text-sheet';

/** A number pad for a gloved hand, in line mode: its verdict stands above the keys, what is typed in its field. */
export function NumberPad(): ReactElement | null {
  const view = useCampaign();
  const line = useLineMode();
  const { part: partKey, name } = usePad();
  const drafts = useDrafts((s) => s.drafts);
  useEffect(() => putPadAway, []);
  const open = line && partKey !== undefined && name !== undefined;
  useEffect(() => {
    // Where there is no height for both, the sheet makes room beside the pad (styles.css), and shows the figure.
    document.documentElement.toggleAttribute('data-pad', open);
    if (open) document.activeElement?.scrollIntoView({ block: 'center' });
    return () => document.documentElement.removeAttribute('data-pad');
  }, [open, partKey, name]);
  const part = partKey === undefined ? undefined : view.index.parts.get(partKey);
  if (!line || !part || name === undefined || part.check.answer.kind === 'computed') return null;
  const { figures } = deskOf(part.check.answer.kind);
  if (figures === 'none') return null;
  const draft = draftOf(drafts, view.id, part.key);
  const text = ownMember(draft.texts, name) ?? '';
  const preview = previewOf(view, part, draft);
  const [worst] = preview.verdicts;
  const put = (next: string): void => writeFigure(view.id, part.key, name, next);
  const press = (k: (typeof KEYS)[number]): void =>
    put(
      k === '⌫'
        ? text.slice(0, -1)
        : k === '−'
          ? text.startsWith('-')
            ? text.slice(1)
            : `-${text}`
          : text + k,
    );
  const fields = [...document.querySelectorAll<HTMLInputElement>('[data-figure]')];
  const next = fields.find((f) => f.value === '' && f.dataset['figure'] !== `${part.key} ${name}`);
  return (
    <section
      aria-label="Number pad"
      className="fixed inset-x-0 bottom-0 z-30 border-t-4 border-hand bg-desk no-print [@media(max-height:560px)]:left-1/2 [@media(max-height:560px)]:border-l"
      // The figure keeps the focus while keys of the pad are pressed.
      onPointerDown={(e) => e.preventDefault()}
      onMouseDown={(e) => e.preventDefault()}
    >
      {/* The figure stands in its field above, with its ruler and its sentence: here is only whose it is, and the verdict. */}
      <div className="flex min-h-12 flex-wrap items-center gap-x-4 px-4">
        <span className="min-w-0 flex-1 truncate text-[0.82rem]">
          {view.names.part(part.key)}
          {name === 'value' ? '' : `, ${figures.label(name, part, view.index).spoken}`}
        </span>
        {preview.doubt && !preview.empty ? (
          <span className="font-bold text-near">{view.say(preview.doubt)}</span>
        ) : worst ? (
          <span className={`inline-flex items-center gap-2 text-lg font-bold ${markColour(worst.state)}`}>
            <MarkSign mark={worst.state} size={22} label={false} />
            {MARK_WORDS[worst.state]}
          </span>
        ) : null}
      </div>
      <div className="grid grid-cols-4 border-t border-l border-rule">
        {KEYS.map((k) => (
          <button
            key={k}
            type="button"
            className={`${key} bg-sheet ${k === '⌫' ? 'text-base' : 'font-mono text-2xl'}`}
            aria-label={k === '⌫' ? 'Delete the last digit' : k === '−' ? 'Change the sign' : k}
            onClick={() => press(k)}
          >
            {k === '⌫' ? 'Delete' : k}
          </button>
        ))}
        <button
          type="button"
          className={`${key} col-span-2 bg-sheet text-base disabled:text-ink-3`}
          disabled={!next}
          onClick={() => next?.focus()}
        >
          Next figure
        </button>
        <button
          type="button"
          className={`${key} bg-hand text-base text-on-hand`}
          onClick={() => (document.activeElement as HTMLElement | null)?.blur()}
        >
          Done
        </button>
      </div>
    </section>
  );
}
