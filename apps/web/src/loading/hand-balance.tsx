import type { ReactElement } from 'react';
import { ownMember, armText, slideToBalance, unitOf, weigh, type Limit, type Part } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import type { PartDraft } from '../answers/desk.ts';
import { FigureCell } from '../ui/figure-cell.tsx';
import { ReadFrom } from './read-from.tsx';
import { WeighedResult } from './weighed-result.tsx';
import { weighingFromDraft, weighingUnits } from './weighing-draft.ts';
import { serverInstant } from '../sync/clock.ts';

/** The middle of the band that the balance point has to lie in. */
function wanted(limit: Limit | undefined): number | undefined {
  if (!limit || !('bounds' in limit)) return undefined;
  const { low, high, cautionLow, cautionHigh } = limit.bounds;
  const [from, to] = [cautionLow ?? low, cautionHigh ?? high];
  return from === undefined || to === undefined ? undefined : (from + to) / 2;
}

/** By how much a pack is to be slid so that the balance point comes to the middle of its band. */
function SlideAdvice({ part, draft }: { part: Part; draft: PartDraft }): ReactElement | null {
  const { index } = useCampaign();
  const data = index.basis.aircraft.loading;
  const weighing = weighingFromDraft(index, part, draft);
  if (!data || !weighing.ok) return null;
  const found = weigh(data, weighing.value, { instruments: index.instruments, at: serverInstant() });
  const limit = part.check.limits
    .map((key) => index.limits.get(key))
    .find((l) => l !== undefined && unitOf(l.unit).kind === 'length');
  const target = wanted(limit);
  if (!found.ok || target === undefined) return null;
  const { units } = weighing.value;
  return (
    <ul className="mt-2" aria-label="What would bring it to the middle">
      {data.bays.map((bay) => {
        const pack = data.packs.find((p) => p.id === (ownMember(draft.picks, `pack ${bay.id}`) ?? bay.usual));
        if (!pack || pack.mass <= 0) return null;
        const by = slideToBalance(found.value, target, pack.mass);
        const rounded = Math.round(by);
        const travel = bay.travel;
        const reaches = travel ? bay.arm + by >= travel.from && bay.arm + by <= travel.to : false;
        return (
          <li key={bay.id} className="font-semibold">
            {rounded === 0
              ? `${pack.title} lies where it should.`
              : `Move the ${pack.title.toLowerCase()} ${armText(Math.abs(rounded), units, found.value.mass)} ${rounded < 0 ? 'forward' : 'aft'}${reaches ? '' : ', which is further than its bay lets it: add ballast or another pack'}.`}
          </li>
        );
      })}
    </ul>
  );
}

/** A model held up at two points: where its tail still drops, and where its nose does. */
export function HandBalance({
  part,
  draft,
  text,
  pick,
}: {
  part: Part;
  draft: PartDraft;
  text: (key: string, value: string) => void;
  pick: (key: string, value: string) => void;
}): ReactElement {
  const { index } = useCampaign();
  const units = weighingUnits(index);
  const data = index.basis.aircraft.loading;
  const line = (key: string, words: string, unit: string): ReactElement => (
    <label className="flex items-baseline justify-between gap-3 border-b border-rule-2 py-1">
      <span>{words}</span>
      <span className="flex items-baseline gap-2">
        <FigureCell
          label={`${words}, ${unit}`}
          text={ownMember(draft.texts, key)}
          before="—"
          onChange={(t) => text(key, t)}
        />
        <span className="w-8 text-ink-2">{unit}</span>
      </span>
    </label>
  );
  return (
    <div className="max-w-xl">
      {line('tail', `Held here, the tail still drops; behind ${data?.datum ?? 'the datum'}`, units.arm)}
      {line('nose', 'Held here, the nose drops', units.arm)}
      {line('mass', 'On the scale, ready to fly', units.mass)}
      <div className="mt-2 flex flex-wrap gap-x-6">
        <ReadFrom part={part} draft={draft} role="rule" put={pick} />
        <ReadFrom part={part} draft={draft} role="scales" put={pick} />
      </div>
      <WeighedResult part={part} draft={draft} />
      <SlideAdvice part={part} draft={draft} />
    </div>
  );
}
