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
              className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1 text-[0.9rem]"
            >
              <span className="font-mono">{CLOCK.format(one.to)}</span>
              <span className="font-mono">
                {formatFigure(before.value, before.resolution)} →{' '}
                {formatFigure(after.value, after.resolution)}
              </span>
              <b className="font-mono">
                {drop} {unitOf(after.unit).symbol}
              </b>
              <span className="cap flex-1">
                {kept ? `taken for “${view.names.part(kept)}”` : looksLikeInWords(one.looksLike)}
              </span>
              {kept ? null : (
                <Button
                  onClick={() =>
                    changeDraft(view.id, part.key, { taken: { before, after }, takenAt: one.to, texts: {} })
                  }
                >
                  Take {drop}
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
