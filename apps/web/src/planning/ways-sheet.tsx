import { useMemo, useState, type ReactElement } from 'react';
import {
  ownMember,
  costOfWays,
  occasionOf,
  PROFILES,
  recommendWays,
  WAY_TITLES,
  wayFacts,
  WAY_QUESTIONS,
  WAYS,
  waysAsked,
  type Profile,
  type Check,
  type Recommendation,
  type WayChosen,
  type WayQuestion,
} from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { submit } from '../sync/campaign-store.ts';
import { roleAmong, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Choices, Problem } from '../ui/field.tsx';
import { LineField } from '../ui/picker.tsx';
import { useKept } from './use-kept.ts';
import { dayInWords } from '../ui/when.ts';

type Draft = Partial<Record<WayQuestion, WayChosen>>;

/** Which schools are followed in this campaign: recommended from the facts, chosen by a person, with the reason. */
export function WaysSheet(): ReactElement {
  const view = useCampaign();
  const { person, people } = useSession();
  const { state, index } = view;
  const [beginner, setBeginner] = useKept(`beginner ${view.id}`, false);
  const [draft, setDraft, forget] = useKept<Draft>(`ways ${view.id}`, {});
  const [problem, setProblem] = useState<string>();
  const inspectors = people.filter((p) => p.authorisations.some((a) => a.role === 'inspector')).length;
  const advice = useMemo(
    () => recommendWays(wayFacts(state, index, occasionOf(state.opened?.occasion), { beginner, inspectors })),
    [state, index, beginner, inspectors],
  );
  const asked = useMemo(() => waysAsked(index.basis.pack), [index]);
  const questions = WAY_QUESTIONS.filter((q) => advice[q] ?? asked.includes(q));
  const kept = state.ways?.ways ?? {};
  const nowOf = (q: WayQuestion): WayChosen | undefined => {
    const own = draft[q] ?? kept[q];
    const { choice, why, forced } = advice[q] ?? {};
    if (forced && choice !== undefined && why) return { choice, why: view.say(why) };
    return own ?? (choice !== undefined && why ? { choice, why: view.say(why) } : undefined);
  };
  const ways = Object.fromEntries(
    questions.flatMap((q) => {
      const now = nowOf(q);
      return now ? [[q, now] as const] : [];
    }),
  );
  const keep = async (): Promise<void> => {
    const profile = PROFILES.find((p) => p === nowOf('reach')?.choice) ?? ('circuit' satisfies Profile);
    const sent = await submit(
      view.id,
      'ways.chosen',
      { profile, ways },
      roleAmong(person, ['pilot', 'technician', 'inspector', 'certifier', 'observer']),
    );
    setProblem(sent.ok ? undefined : view.say(sent.error));
    if (sent.ok) forget();
  };
  const open = questions.filter(
    (q) => nowOf(q)?.choice !== kept[q]?.choice || nowOf(q)?.why !== kept[q]?.why,
  );
  return (
    <div className="px-[22px] py-4">
      <p className="max-w-2xl text-ink-2">
        On these, careful people disagree. What is chosen here is recorded with its reason, and stands on the
        cards of the flight.
      </p>
      <label className="my-3 flex min-h-9 items-center gap-3 max-lg:min-h-14">
        <input
          type="checkbox"
          className="size-4 accent-hand"
          checked={beginner}
          onChange={() => setBeginner(!beginner)}
        />
        The pilot flies something like this for the first time
      </label>
      <Problem>{problem}</Problem>
      <ol>
        {questions.map((q) => (
          <OneQuestion
            key={q}
            question={q}
            now={nowOf(q)}
            recommended={advice[q]}
            onChoose={(next) => setDraft({ ...draft, [q]: next })}
          />
        ))}
      </ol>
      {open.length > 0 ? <Cost ways={ways} /> : null}
      {state.release ? null : (
        <div className="mt-4 flex flex-wrap items-center gap-3">
          <Button kind="main" onClick={() => void keep()} disabled={open.length === 0}>
            Record these ways
          </Button>
          <span className="text-ink-2">
            {open.length === 0 && state.ways
              ? `Recorded by ${view.who(state.ways.by)}, ${dayInWords(state.ways.at)}.`
              : state.ways
                ? `${open.length} differ from what is recorded.`
                : 'Nothing is recorded yet.'}
          </span>
        </div>
      )}
    </div>
  );
}

/** A question with its choices, what is recommended, and the reason for choosing otherwise. */
function OneQuestion({
  question: q,
  now,
  recommended,
  onChoose,
}: {
  question: WayQuestion;
  now: WayChosen | undefined;
  recommended: Recommendation | undefined;
  onChoose: (chosen: WayChosen) => void;
}): ReactElement {
  const view = useCampaign();
  const choices = WAY_TITLES[q].choices;
  return (
    <li className="border-b border-rule py-3">
      <Choices
        label={WAY_TITLES[q].question}
        value={now?.choice ?? ''}
        options={WAYS[q]
          .filter((c) => !recommended?.forced || c === recommended.choice)
          .map((c) => ({ id: c, text: choices[c] ?? c }))}
        onChange={(choice) =>
          onChoose({ choice, why: choice === recommended?.choice ? view.say(recommended.why) : '' })
        }
      />
      {recommended ? <Advice question={q} recommended={recommended} /> : null}
      {!now || now.choice === recommended?.choice ? null : (
        <LineField
          className="max-w-2xl"
          label={recommended ? 'Why otherwise' : 'Why'}
          value={now.why}
          onChange={(why) => onChoose({ choice: now.choice, why })}
        />
      )}
    </li>
  );
}

/** What is recommended on a question, and why. */
function Advice({
  question,
  recommended,
}: {
  question: WayQuestion;
  recommended: Recommendation;
}): ReactElement {
  const view = useCampaign();
  return (
    <p className="-mt-2 mb-1 text-[0.82rem] text-ink-2">
      {recommended.forced ? 'Nothing else is open' : 'Recommended'}:{' '}
      {ownMember(WAY_TITLES[question].choices, recommended.choice)}. {view.say(recommended.why)}
    </p>
  );
}

const titles = (checks: readonly Check[]): string => checks.map((c) => c.title).join(', ');

/** What the choice changes about the work, before it is recorded. */
function Cost({ ways }: { ways: Readonly<Record<string, WayChosen>> }): ReactElement | null {
  const { state, index } = useCampaign();
  const { comeIn, goOut, stay, minutes } = costOfWays(state, index, ways);
  if (comeIn.length + goOut.length + stay.length === 0) return null;
  return (
    <div className="mt-4 max-w-2xl border-l-4 border-ink-3 pl-3" role="group" aria-label="What this changes">
      {comeIn.length > 0 ? (
        <p>
          <strong>Comes in:</strong> {titles(comeIn)}.
        </p>
      ) : null}
      {goOut.length > 0 ? (
        <p>
          <strong>Goes out:</strong> {titles(goOut)}.
        </p>
      ) : null}
      {stay.length > 0 ? (
        <p>
          <strong>Answered already, and stays:</strong> {titles(stay)}.
        </p>
      ) : null}
      <p className="text-ink-2">
        {minutes === 0
          ? 'The work takes as long as before.'
          : `${Math.abs(minutes)} min ${minutes > 0 ? 'more' : 'less'} of checks.`}
      </p>
    </div>
  );
}
