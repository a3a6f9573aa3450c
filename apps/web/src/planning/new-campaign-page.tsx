import { useEffect, useMemo, useState, type ReactElement } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import type { AircraftView, EarlierCampaignView, ProspectView } from '@kanzel/contract';
import {
  indexBasis,
  namesOf,
  OCCASION_TITLES,
  OCCASIONS,
  proposeScope,
  type Aircraft,
  type AircraftDescription,
  type BasisIndex,
  type Names,
  type Scope,
  type Occasion,
  type Role,
} from '@kanzel/core';
import { api } from '../api/client.ts';
import { Foot } from '../shell/foot.tsx';
import { Frame, MarginNote } from '../shell/frame.tsx';
import { HangarPlate } from '../shell/plate.tsx';
import { useCampaigns } from '../sync/campaign-store.ts';
import { kept } from '../sync/database.ts';
import { roleAmong, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Choices, Problem } from '../ui/field.tsx';
import { LineField } from '../ui/picker.tsx';
import { ChooseAircraft } from './choose-aircraft.tsx';
import { bringPlan, hasScope, openOne, type CampaignDraft } from './open-campaigns.ts';
import { ScopeList, ScopeTotals } from './scope-list.tsx';
import { useKept } from './use-kept.ts';
import { useProspect } from './use-prospect.ts';
import { WithoutLimit } from './without-limit.tsx';
import { WorkItems } from './work-items.tsx';
import { dayInWords, whenInWords } from '../ui/when.ts';

type Head = Pick<CampaignDraft, 'occasion' | 'title'>;
type Body = Omit<CampaignDraft, keyof Head>;
const FRESH_HEAD: Head = { occasion: 'post-maintenance', title: '' };
const FRESH_BODY: Body = { work: [], added: [], leftOut: [], also: [] };

/**
 * The campaign being written, kept on the device. Occasion and title belong to whoever writes, whatever aircraft is
 * chosen and even before the list of them has come; what was done belongs to the aircraft it was done to.
 */
function useDraft(mark: string | undefined): {
  draft: CampaignDraft;
  change: (next: Partial<CampaignDraft>) => void;
  forget: () => void;
} {
  const [head, setHead, forgetHead] = useKept<Head>('new campaign', FRESH_HEAD);
  const [body, setBody, forgetBody] = useKept<Body>(`new campaign on ${mark ?? ''}`, FRESH_BODY);
  const draft = useMemo<CampaignDraft>(() => ({ ...body, ...head }), [head, body]);
  return {
    draft,
    change: ({ occasion, title, ...rest }) => {
      if (occasion !== undefined || title !== undefined)
        setHead({ occasion: occasion ?? head.occasion, title: title ?? head.title });
      if (Object.keys(rest).length > 0) setBody({ ...body, ...rest });
    },
    forget: () => {
      forgetHead();
      forgetBody();
    },
  };
}

function useAircraft(): readonly Aircraft[] {
  const [aircraft, setAircraft] = useState<readonly Aircraft[]>([]);
  useEffect(() => {
    void api.get<AircraftView[]>('/api/aircraft').then(async (a) => {
      const list = a.ok ? a.value : ((await kept<AircraftView[]>('aircraft')) ?? []);
      setAircraft(list.map((v) => v.aircraft));
    });
  }, []);
  return aircraft;
}

function Templates({
  earlier,
  onTake,
}: {
  earlier: readonly EarlierCampaignView[];
  onTake: (one: EarlierCampaignView) => void;
}): ReactElement | null {
  if (earlier.length === 0) return null;
  return (
    <MarginNote title="Begin as an earlier one">
      <ul>
        {earlier.slice(0, 6).map((e) => (
          <li key={e.id}>
            <button
              type="button"
              className="min-h-9 w-full border-b border-rule-2 py-1 text-left max-lg:min-h-14"
              onClick={() => onTake(e)}
            >
              <span className="underline decoration-rule underline-offset-3">{e.title}</span>
              <span className="cap block">
                {e.mark}, {dayInWords(e.openedAt)}
                {e.releasedAt ? '' : ', in progress'}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </MarginNote>
  );
}

/** Opens what is drafted, on every aircraft it is meant for; `saidAs` is the role in which checks were left out. */
function useOpening(
  mark: string | undefined,
  draft: CampaignDraft,
  prospect: ProspectView | undefined,
  saidAs: Role | undefined,
  forget: () => void,
): { readonly open: () => Promise<void>; readonly opening: boolean; readonly problem: string | undefined } {
  const navigate = useNavigate();
  const person = useSession((s) => s.person);
  const [problem, setProblem] = useState<string>();
  const [opening, setOpening] = useState(false);
  const open = async (): Promise<void> => {
    if (!mark) return;
    if (draft.title.trim() === '') return setProblem('Say in a few words what this campaign is about.');
    if (draft.work.some((w) => w.touches.length === 0))
      return setProblem(
        'One work item says nothing about what it touched. Tick its systems, or take it out.',
      );
    setOpening(true);
    const role =
      draft.leftOut.length > 0
        ? roleAmong(person, [...(saidAs ? [saidAs] : []), 'inspector', 'certifier', 'technician'])
        : 'technician';
    const checks = prospect?.basis.pack.checks.map((c) => c.id) ?? [];
    const results = [];
    for (const m of [mark, ...draft.also])
      results.push(
        await openOne(m, draft, role, (id) => bringPlan(id, mark, draft, checks, person?.id ?? '')),
      );
    setOpening(false);
    const refused = results.flatMap((r) => (r.refused === undefined ? [] : [r.refused]));
    setProblem(refused.length > 0 ? refused.join(' ') : undefined);
    const [first] = results;
    if (!first?.id || refused.length > 0) return;
    forget();
    // What is planned beyond the scope is looked up by the server; without it the work begins at its first station.
    const planned = hasScope(draft) && useCampaigns.getState().reachable;
    void navigate(planned ? `/campaign/${first.id}/plan/scope` : `/campaign/${first.id}`);
  };
  return { open, opening, problem };
}

/** Beside it: earlier campaigns to begin as, sisters to do the same on, and how the scope comes about. */
function NewCampaignMargin({
  earlier,
  sisters,
  also,
  change,
}: {
  earlier: readonly EarlierCampaignView[];
  sisters: readonly Aircraft[];
  also: readonly string[];
  change: (next: Partial<CampaignDraft>) => void;
}): ReactElement {
  return (
    <>
      <Templates
        earlier={earlier}
        onTake={(e) =>
          change({
            title: e.title,
            occasion: OCCASIONS.find((o) => o === e.occasion) ?? 'post-maintenance',
            work: e.scope?.work ?? [],
            added: e.scope?.added ?? [],
            leftOut: e.scope?.leftOut ?? [],
            like: {
              ...(e.ways ? { ways: e.ways } : {}),
              ...(e.order ? { order: e.order } : {}),
              ...(e.flights ? { flights: e.flights } : {}),
            },
          })
        }
      />
      {sisters.length > 0 ? (
        <MarginNote title="The same work also on">
          {sisters.map((a) => (
            <label key={a.mark} className="flex min-h-9 items-center gap-3 max-lg:min-h-14">
              <input
                type="checkbox"
                className="size-4 accent-hand"
                checked={also.includes(a.mark)}
                onChange={() =>
                  change({
                    also: also.includes(a.mark) ? also.filter((m) => m !== a.mark) : [...also, a.mark],
                  })
                }
              />
              <span className="font-mono">{a.mark}</span>
            </label>
          ))}
        </MarginNote>
      ) : null}
      <MarginNote title="How the scope comes about">
        <p>
          Work touches systems. Whatever proves one of them has to be proven again, and whatever stands on
          that. The rest stands on what was proven and released before, as long as it counts.
        </p>
      </MarginNote>
    </>
  );
}

/** Nothing said yet of the work that makes the campaign. */
const isSilent = (draft: CampaignDraft): boolean => draft.occasion === 'post-maintenance' && !hasScope(draft);

/** The work that was done and what follows from it, down to each check; and the press that opens the campaign. */
function Wanted({
  index,
  scope,
  about,
  names,
  draft,
  change,
  opening,
  onOpen,
  onCancel,
  onSaidAs,
}: {
  index: BasisIndex;
  scope: Scope;
  about: AircraftDescription | undefined;
  names: Names;
  draft: CampaignDraft;
  change: (part: Partial<CampaignDraft>) => void;
  opening: boolean;
  onOpen: () => void;
  onCancel: () => void;
  /** The role in which checks were left out. */
  onSaidAs: (role: Role) => void;
}): ReactElement {
  const nothingSaid = isSilent(draft);
  return (
    <>
      <WorkItems
        about={about}
        index={index}
        names={names}
        value={draft.work}
        onChange={(work) => change({ work })}
      />
      <div className="mt-5 flex flex-wrap items-end gap-4 border-t-2 border-ink pt-3">
        <ScopeTotals index={index} scope={scope} />
        <div className="ml-auto flex gap-3">
          <Button kind="main" onClick={onOpen} disabled={opening}>
            {draft.also.length > 0 ? `Open ${draft.also.length + 1} campaigns` : 'Open the campaign'}
          </Button>
          <Button onClick={onCancel}>Cancel</Button>
        </div>
      </div>
      <WithoutLimit index={index} scope={scope} />
      {draft.occasion === 'post-maintenance' && draft.work.length === 0 ? (
        <p className="mt-2 border-l-4 border-near bg-near-bg px-3 py-2 text-near">
          Until you say what was done, everything in the pack has to be proven.
        </p>
      ) : null}
      <ScopeList
        index={index}
        scope={scope}
        work={draft.work}
        names={names}
        {...(nothingSaid ? { because: 'everything, until you say what was done' } : {})}
        added={draft.added}
        leftOut={draft.leftOut}
        onDecide={(added, leftOut, said) => {
          change({ added, leftOut });
          if (said) onSaidAs(said);
        }}
      />
    </>
  );
}

/** Says why a campaign is opened and what was done, and shows at every press what would have to be proven. */
export default function NewCampaignPage(): ReactElement {
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const aircraft = useAircraft();
  // Held here as well: the address follows a moment later, and what is pressed meanwhile is meant for this one.
  const [chosen, setChosen] = useState<string>();
  const mark = chosen ?? search.get('mark') ?? aircraft[0]?.mark;
  const { draft, change, forget } = useDraft(mark);
  /** The role in which checks were left out. */
  const [saidAs, setSaidAs] = useState<Role>();
  const { prospect, about, problem: unheard, asOf } = useProspect(mark);
  const { open, opening, problem } = useOpening(mark, draft, prospect, saidAs, forget);
  const index = useMemo(() => (prospect ? indexBasis(prospect.basis) : undefined), [prospect]);
  const names = useMemo(() => namesOf(index?.ok ? index.value : undefined), [index]);
  const nothingSaid = isSilent(draft);
  const scope = useMemo(
    () =>
      index?.ok && prospect
        ? proposeScope(
            index.value,
            // Until somebody says what was done, everything has to be proven.
            nothingSaid ? 'maiden' : draft.occasion,
            { ...draft, evidence: prospect.evidence },
          )
        : undefined,
    [index, prospect, draft, nothingSaid],
  );
  const own = aircraft.find((a) => a.mark === mark);
  const sisters = aircraft.filter((a) => a.mark !== mark && a.type === own?.type);
  const choose = (next: string): void => {
    setChosen(next);
    setSearch({ mark: next }, { replace: true });
  };
  return (
    <Frame
      plate={<HangarPlate />}
      sheet={
        <div className="px-[22px] py-4">
          <h1 className="mb-3 text-[1.56rem] font-semibold narrow">A new campaign</h1>
          <div className="flex flex-wrap items-start gap-x-8">
            <ChooseAircraft aircraft={aircraft} mark={mark} onChoose={choose} />
            <Choices<Occasion>
              tight
              label="Occasion"
              value={draft.occasion}
              options={OCCASIONS.map((id) => ({ id, text: OCCASION_TITLES[id] }))}
              onChange={(occasion) => change({ occasion })}
            />
          </div>
          <LineField
            className="mb-4 max-w-2xl"
            label="Title"
            value={draft.title}
            onChange={(title) => change({ title })}
          />
          <Problem>{problem ?? unheard}</Problem>
          {asOf === undefined ? null : (
            <p role="status" className="mb-3 border-l-4 border-near bg-near-bg px-3 py-2 text-near">
              Without the server: by what this device heard {whenInWords(asOf)}. It is opened here, and the
              server completes it: what counts from earlier campaigns is looked up anew then.
            </p>
          )}
          {index?.ok && scope ? (
            <Wanted
              index={index.value}
              scope={scope}
              about={about}
              names={names}
              draft={draft}
              change={change}
              opening={opening}
              onOpen={() => void open()}
              onCancel={() => void navigate('/')}
              onSaidAs={setSaidAs}
            />
          ) : index && !index.ok ? (
            <Problem>
              No campaign can be opened: the check pack and the limit book do not fit this aircraft.
            </Problem>
          ) : (
            <p className="text-ink-2">{unheard ? '' : 'Looking up what is there…'}</p>
          )}
        </div>
      }
      margin={
        <NewCampaignMargin
          earlier={prospect?.earlier ?? []}
          sisters={sisters}
          also={draft.also}
          change={change}
        />
      }
      foot={<Foot />}
    />
  );
}
