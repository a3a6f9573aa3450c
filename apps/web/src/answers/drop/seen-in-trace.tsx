import { formatFigure, looksLikeInWords, unitOf, type Part } from '@kanzel/core';
import { useRef, type ReactElement } from 'react';
import { useCampaign } from '../../station/campaign-context.ts';
import { newestAt, useMonitor } from '../../sync/monitor-store.ts';
import { Button } from '../../ui/button.tsx';
import { changeDraft } from '../drafts.ts';
import { foundDrops, type FoundDrop } from './found.ts';

/** The trace is read again this often (ms): a check takes longer than that to be over. */
const EVERY = 2000;
/** So many are shown, the newest first. */
const SHOWN = 4;

const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit' });

/** What was done already, found in the trace in whatever order: one press takes it, and whoever was there says that it was this. */
export function SeenInTrace({ part }: { readonly part: Part }): ReactElement | null {
  const view = useCampaign();
  useMonitor((s) => s.tick);
  const known = useRef<{ at: number; state: unknown; found: readonly FoundDrop[] }>({
    at: -Infinity,
    state: undefined,
    found: [],
  });
  const now = newestAt() ?? 0;
  if (now - known.current.at >= EVERY || known.current.state !== view.state)
    known.current = { at: now, state: view.state, found: foundDrops(view.state, view.index, part) };
  const found = [...known.current.found].reverse().slice(0, SHOWN);
  if (found.length === 0) return null;
  return (
    <section className="mt-3 max-w-[34rem]" aria-label={`Seen in the trace, ${view.names.part(part.key)}`}>
      <h4 className="cap">Seen in the trace; take it if this is the one</h4>
      <ul>
        {found.map((one) => {
          const { before, after } = one;
          const drop = formatFigure(before.value - after.value, after.resolution);
          const kept = one.keptBy === undefined || one.keptBy === part.key ? undefined : one.keptBy;
          return (
            <li
              key={one.from}
              className="grid min-h-11 grid-cols-[auto_1fr] items-center gap-x-3 border-b border-rule py-1"
            >
              {kept ? (
                <span />
              ) : (
                <Button
                  onClick={() =>
                    changeDraft(view.id, part.key, { taken: { before, after }, takenAt: one.to, texts: {} })
                  }
                >
                  Take {drop}
                </Button>
              )}
              <span className="leading-tight">
                <span className="font-mono text-[0.9rem]">
                  {formatFigure(before.value, before.resolution)} →{' '}
                  {formatFigure(after.value, after.resolution)} {unitOf(after.unit).symbol}
                </span>
                <span className="cap block">
                  {CLOCK.format(one.to)},{' '}
                  {kept ? `taken for “${view.names.part(kept)}”` : looksLikeInWords(one.looksLike)}
                </span>
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
