import { useMemo, useState, type ReactElement } from 'react';
import type { PostEntriesResponse } from '@kanzel/contract';
import {
  isRequired,
  MAY_LEAVE_OUT_REQUIRED,
  OCCASION_TITLES,
  occasionOf,
  proposeScope,
  type Occasion,
  type ScopeDecision,
  type Role,
  type WorkItem,
} from '@kanzel/core';
import { api, sayFailure } from '../api/client.ts';
import { useCampaign } from '../station/campaign-context.ts';
import { catchUp } from '../sync/campaign-store.ts';
import { roleAmong, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { ScopeList, ScopeTotals } from './scope-list.tsx';
import { useKept } from './use-kept.ts';
import { useProspect } from './use-prospect.ts';
import { WorkItems } from './work-items.tsx';
import { newDeed } from '../sync/deed.ts';
import { dayInWords } from '../ui/when.ts';

interface Draft {
  readonly work: readonly WorkItem[];
  readonly added: readonly ScopeDecision[];
  readonly leftOut: readonly ScopeDecision[];
}

/** Work whose traces are all known, and some of it where the occasion is work. */
const sayable = ({ work }: Draft, occasion: Occasion): boolean =>
  work.every((w) => w.touches.length > 0) && (occasion !== 'post-maintenance' || work.length > 0);

/** Begin, settle or leave the change of a scope. */
function Settling({
  drafted,
  settled,
  ready,
  onBegin,
  onSettle,
  onCancel,
}: {
  drafted: boolean;
  settled: boolean;
  ready: boolean;
  onBegin: () => void;
  onSettle: () => void;
  onCancel: () => void;
}): ReactElement {
  return (
    <div className="my-3 flex flex-wrap gap-3">
      {drafted ? (
        <>
          <Button kind="main" disabled={!ready} onClick={onSettle}>
            Settle this scope
          </Button>
          <Button kind="quiet" onClick={onCancel}>
            Cancel
          </Button>
        </>
      ) : settled ? (
        <Button onClick={onBegin}>Change it</Button>
      ) : (
        <Button kind="main" disabled={!ready} onClick={onBegin}>
          Say what was done, and settle a scope
        </Button>
      )}
    </div>
  );
}

/** What has to be proven in this campaign, and why; changed here, recorded by whoever settles it. */
export function ScopeSheet(): ReactElement {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const { state, index, names } = view;
  const { prospect, about, problem: unheard } = useProspect(index.basis.aircraft.mark, view.id);
  const settled = state.scope;
  const [draft, setDraft, forget] = useKept<Draft | null>(`scope ${view.id}`, null);
  const [problem, setProblem] = useState<string>();
  const [sending, setSending] = useState(false);
  /** The role in which checks were left out. */
  const [saidAs, setSaidAs] = useState<Role>();
  const occasion = occasionOf(state.opened?.occasion);
  const now: Draft = draft ?? {
    work: settled?.work ?? [],
    added: settled?.added ?? [],
    leftOut: settled?.leftOut ?? [],
  };
  const { work, added, leftOut } = now;
  const evidence = draft
    ? (prospect?.evidence ?? settled?.evidence)
    : (settled?.evidence ?? prospect?.evidence);
  const scope = useMemo(
    () => proposeScope(index, occasion, { work, added, leftOut, evidence: evidence ?? {} }),
    [index, occasion, work, added, leftOut, evidence],
  );
  const readOnly = state.release !== undefined;
  const needsMore = leftOut.some(({ check }) => {
    const about = index.checks.get(check);
    return about !== undefined && isRequired(index, about);
  });
  const settle = async (): Promise<void> => {
    setSending(true);
    const answer = await api.post<PostEntriesResponse>(`/api/campaigns/${view.id}/scope`, {
      ...newDeed(state.count),
      role: needsMore
        ? roleAmong(person, [
            ...(saidAs && MAY_LEAVE_OUT_REQUIRED.includes(saidAs) ? [saidAs] : []),
            ...MAY_LEAVE_OUT_REQUIRED,
          ])
        : roleAmong(person, [...(saidAs ? [saidAs] : []), 'technician', 'inspector', 'certifier', 'pilot']),
      ...now,
      note: '',
    });
    setSending(false);
    setProblem(answer.ok ? undefined : sayFailure(answer.error));
    if (!answer.ok) return;
    await catchUp(view.id);
    forget();
  };
  const proposable = !settled && (!draft || (occasion === 'post-maintenance' && work.length === 0));
  return (
    <div className="px-[22px] py-4">
      <div className="flex flex-wrap items-end gap-4">
        <ScopeTotals index={index} scope={proposable ? everything(view) : scope} />
        <p className="cap ml-auto text-right">
          {OCCASION_TITLES[occasion]}
          <br />
          {settled
            ? `settled by ${view.who(settled.by)}, ${dayInWords(settled.at)}`
            : 'no scope is settled: everything in the pack has to be proven'}
        </p>
      </div>
      <Problem>{problem ?? (draft ? unheard : undefined)}</Problem>
      {readOnly ? null : (
        <Settling
          drafted={draft !== null}
          settled={settled !== undefined}
          ready={!sending && (!draft || sayable(now, occasion))}
          onBegin={() => setDraft(now)}
          onSettle={() => void settle()}
          onCancel={forget}
        />
      )}
      {draft ? (
        <WorkItems
          about={about}
          index={index}
          names={names}
          value={work}
          onChange={(next) => setDraft({ ...now, work: next })}
        />
      ) : null}
      {proposable ? null : (
        <ScopeList
          index={index}
          scope={scope}
          work={work}
          names={names}
          added={added}
          leftOut={leftOut}
          {...(draft
            ? {
                onDecide: (a, l, said) => {
                  setDraft({ ...now, added: a, leftOut: l });
                  if (said) setSaidAs(said);
                },
              }
            : {})}
        />
      )}
    </div>
  );
}

/** Without a scope everything in the pack has to be proven. */
function everything(view: ReturnType<typeof useCampaign>): ReturnType<typeof proposeScope> {
  return proposeScope(view.index, 'maiden', { work: [], evidence: {}, added: [], leftOut: [] });
}
