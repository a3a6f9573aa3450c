import { useState, type ReactElement } from 'react';
import { ownMember, heaviestOf, aboardNow, massText, type LoadingData } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { submit } from '../sync/campaign-store.ts';
import { roleAmong, rolesForStation, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { FigureCell } from '../ui/figure-cell.tsx';
import { typedFigure } from './sheet-draft.ts';

/** What is aboard at each place where something may be exchanged, and saying that it was. */
export function Exchange({ data }: { data: LoadingData }): ReactElement | null {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const [asked, setAsked] = useState<string>();
  const [texts, setTexts] = useState<Readonly<Record<string, string>>>({});
  const [problem, setProblem] = useState<string>();
  const aboard = aboardNow(view.state, data);
  const payloads = data.stations.filter((s) => s.kind === 'payload' && aboard.has(s.id));
  const bays = data.bays.filter((b) => b.packs.length > 0);
  if (view.state.release || (bays.length === 0 && payloads.length === 0)) return null;
  const say = async (place: string, item: string, mass?: number): Promise<void> => {
    setProblem(undefined);
    setAsked(undefined);
    const said = await submit(
      view.id,
      'loadout.changed',
      { place, item, ...(mass === undefined ? {} : { mass }), note: '' },
      roleAmong(person, rolesForStation('loading')),
    );
    if (said.ok) setTexts({});
    else setProblem(view.say(said.error));
  };
  return (
    <section aria-label="Aboard" className="mt-3 border-t border-rule pt-2">
      <h3 className="text-[0.82rem] font-bold">Aboard</h3>
      {bays.map((bay) => {
        const now = aboard.get(bay.id)?.pack ?? bay.usual;
        const title = data.packs.find((p) => p.id === now)?.title ?? 'No pack';
        return (
          <div key={bay.id} className="flex flex-wrap items-center gap-x-4 py-1">
            <span className="min-w-44">
              {bay.title}: <b>{title}</b>
            </span>
            {bay.packs
              .filter((id) => id !== now)
              .map((id) => {
                const other = data.packs.find((p) => p.id === id)?.title ?? id;
                const key = `${bay.id} ${id}`;
                return (
                  <Button key={id} onClick={() => (asked === key ? void say(bay.id, id) : setAsked(key))}>
                    {asked === key
                      ? `Press again: ${other.toLowerCase()} is in, what stood on the other is to be done again`
                      : `Exchanged for the ${other.toLowerCase()}`}
                  </Button>
                );
              })}
          </div>
        );
      })}
      {payloads.map((s) => {
        const mass = typedFigure(ownMember(texts, s.id), data.units.mass, NaN);
        const typed = mass.ok && Number.isFinite(mass.value);
        return (
          <div key={s.id} className="flex flex-wrap items-center gap-x-4 py-1">
            <span className="min-w-44">
              {s.title}: <b>{massText(aboard.get(s.id)?.mass ?? 0, data.units, heaviestOf(data))}</b>
            </span>
            <span className="flex items-baseline gap-1.5">
              <FigureCell
                label={`${s.title}, mass now in ${data.units.mass}`}
                text={ownMember(texts, s.id)}
                before="now"
                wrong={!mass.ok}
                onChange={(t) => setTexts({ ...texts, [s.id]: t })}
              />
              {data.units.mass}
            </span>
            {typed ? (
              <Button onClick={() => void say(s.id, mass.value === 0 ? '' : 'payload', mass.value)}>
                Exchanged: what stood on it is to be done again
              </Button>
            ) : null}
          </div>
        );
      })}
      <Problem>{problem}</Problem>
    </section>
  );
}
