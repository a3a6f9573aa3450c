import type { ReactElement } from 'react';
import { Link } from 'react-router';
import type { GateStatus } from '@kanzel/core';
import { rolesOf, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { useCampaign } from './campaign-context.ts';
import { cureLink } from './margin.tsx';

/** What holds a gate, sentence by sentence, each with the way to its cure, and an override where the pack allows one. */
export function Holdings({ gate, label }: { gate: GateStatus; label: string }): ReactElement | null {
  const view = useCampaign();
  const certifier = rolesOf(useSession((s) => s.person)).includes('certifier');
  if (gate.holdings.length === 0) return null;
  return (
    <ol className="mt-3" aria-label={label}>
      {gate.holdings.map((h, i) => (
        <li key={i} className="flex min-h-11 items-center gap-3 border-b border-rule-2 max-lg:min-h-14">
          <span className="w-6 font-mono text-ink-3">{i + 1}</span>
          <span className="flex-1">{view.say(h.reason)}</span>
          {h.overridable && h.condition && certifier ? (
            <Button
              kind="quiet"
              onClick={() =>
                view.ask({
                  kind: 'override',
                  gate: gate.gate.id,
                  condition: h.condition ?? '',
                  covers: h.ids,
                  sentence: view.say(h.reason),
                })
              }
            >
              Override
            </Button>
          ) : null}
          {h.cure.to === 'sync' ? null : (
            <Link className="font-semibold underline underline-offset-4" to={cureLink(view, h.cure)}>
              Go there
            </Link>
          )}
        </li>
      ))}
    </ol>
  );
}

/** Conditions that somebody overrode, first on every report. */
export function Overridden(): ReactElement | null {
  const view = useCampaign();
  const { overrides } = view.state;
  if (overrides.length === 0) return null;
  return (
    <ul
      className="border-b-4 border-out bg-out-bg px-[22px] py-2 font-semibold text-out"
      aria-label="Overridden"
    >
      {overrides.map((o) => (
        <li key={o.entry}>
          {view.index.basis.pack.gates.find((g) => g.id === o.gate)?.title ?? o.gate} was overridden by{' '}
          {view.who(o.by)}: {o.reason}
        </li>
      ))}
    </ul>
  );
}
