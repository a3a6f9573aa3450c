import type { ReactElement } from 'react';
import { foundIn, ownMember, SAMPLED_AFTER, SAMPLED_AFTER_WORDS, SAMPLE_WORDS } from '@kanzel/core';
import { TakeCopies } from '../../papers/copies.tsx';
import { useCampaign } from '../../station/campaign-context.ts';
import { Button } from '../../ui/button.tsx';
import { Choices } from '../../ui/field.tsx';
import { isFreeKey } from '../../ui/free-key.ts';
import { useKeys } from '../../ui/use-keys.ts';
import type { SpecOf } from '../answer-desk.ts';
import type { EntryProps } from '../answer-view.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { PreviewVerdicts } from '../preview-verdicts.tsx';
import { SaidRow } from '../said-row.tsx';
import { FOUND, roundsOnDesk, withoutRound, withSeen, type RoundOnDesk } from './desk.ts';
import { SEEN_WORDS } from './words.ts';

const MOVES = SAMPLED_AFTER.map((id) => ({ id, text: SAMPLED_AFTER_WORDS[id] }));

/** A round that is over, in one line. */
function Over({
  round,
  number,
  drains,
  takeBack,
}: {
  round: RoundOnDesk;
  number: number;
  drains: SpecOf<'samples'>['drains'];
  takeBack: () => void;
}): ReactElement {
  return (
    <div className="flex flex-wrap items-center gap-x-4 border-b border-rule-2">
      <b className="min-w-20">Round {number}</b>
      <span className="text-ink-2">{SAMPLED_AFTER_WORDS[round.after]}</span>
      {drains.map(({ id, title }) => {
        const seen = ownMember(round.seen, id);
        return (
          <span key={id} className={seen === 'clear' ? '' : 'bg-out-bg px-1 font-bold text-out'}>
            {title}: {seen === undefined ? 'not said' : SAMPLE_WORDS[seen]}
          </span>
        );
      })}
      <Button kind="quiet" className="ml-auto" onClick={takeBack}>
        Take it back
      </Button>
    </div>
  );
}

/** Every drain of a round, round after round; the next one comes by itself until the last two are clear. */
export function SamplesEntry({ part, spec, first }: EntryProps<'samples'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const rounds = roundsOnDesk(spec, draft);
  const whole = rounds.filter((r) => r.whole);
  const dirty = foundIn(whole).some((f) => f.round === whole.length);
  const open = rounds.findIndex((r) => !r.whole);
  const next =
    open < 0 ? undefined : spec.drains.find((d) => ownMember(rounds[open]?.seen, d.id) === undefined);
  const stopped = ownMember(draft.picks, 'stop') === 'yes';
  useKeys((event) => {
    if (!first || !isFreeKey(event)) return;
    const word = SEEN_WORDS[Number(event.key) - 1];
    if (!word || !next) return;
    event.preventDefault();
    changeDraft(view.id, part.key, withSeen(draft, open + 1, next.id, word.id));
  }, true);
  return (
    <div className="max-w-[48rem]">
      {rounds.map((round, i) =>
        i < rounds.length - 1 ? (
          <Over
            key={i}
            round={round}
            number={i + 1}
            drains={spec.drains}
            takeBack={() => changeDraft(view.id, part.key, withoutRound(draft, i + 1))}
          />
        ) : (
          <section key={i} aria-label={`Round ${i + 1}`} className="mb-3">
            <div className="flex flex-wrap items-end gap-x-4">
              <b className="min-w-20 pb-2">Round {i + 1}</b>
              <Choices
                tight
                label="Before it"
                value={round.after}
                options={MOVES}
                onChange={(id) =>
                  changeDraft(view.id, part.key, { picks: { ...draft.picks, [`${i + 1} after`]: id } })
                }
              />
            </div>
            <ul>
              {spec.drains.map(({ id, title }) => (
                <SaidRow
                  key={id}
                  title={title}
                  words={SEEN_WORDS}
                  said={ownMember(round.seen, id)}
                  next={i === open && next?.id === id}
                  say={(seen) => changeDraft(view.id, part.key, withSeen(draft, i + 1, id, seen))}
                />
              ))}
            </ul>
          </section>
        ),
      )}
      {foundIn(whole).length > 0 ? (
        <div className="mb-2 flex flex-wrap items-center gap-x-4">
          <TakeCopies
            images
            words="Photograph what came"
            scans={ownMember(draft.scans, FOUND) ?? []}
            onChange={(next) => changeDraft(view.id, part.key, { scans: { ...draft.scans, [FOUND]: next } })}
          />
          {dirty ? (
            <Button
              kind="quiet"
              aria-pressed={stopped}
              onClick={() =>
                changeDraft(view.id, part.key, { picks: { ...draft.picks, stop: stopped ? '' : 'yes' } })
              }
            >
              {stopped ? 'Drain on after all' : 'Stop here: it does not come clear'}
            </Button>
          ) : null}
        </div>
      ) : null}
      <PreviewVerdicts part={part} draft={draft} />
      <p className="cap mt-1 max-lg:hidden">
        Keys: {SEEN_WORDS.map((w, i) => `${i + 1} ${w.text.toLowerCase()}`).join(', ')}
      </p>
    </div>
  );
}
