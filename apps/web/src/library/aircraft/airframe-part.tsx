import { useState, type ReactElement } from 'react';
import { GEAR_FORMS, TAIL_FORMS, TURNS, turningFrom, WING_FORMS, type Layout } from '@kanzel/core';
import { AirframePlan } from '../../ui/airframe-plan.tsx';
import { Button } from '../../ui/button.tsx';
import { FigureField } from '../../ui/figure-field.tsx';
import { Picker } from '../../ui/picker.tsx';
import { findPart, freshPart, withPart, type AircraftDocument, type Part } from './aircraft-document.ts';
import { PartPanel } from './part-panel.tsx';
import { Heading, type Change } from './sheet-parts.tsx';

const words = <T extends string>(list: readonly T[]): { id: T; text: string }[] =>
  list.map((id) => ({
    id,
    text: /^[tv]-/.test(id) ? id.replace(/^./, (c) => c.toUpperCase()) : id.replace(/-/g, ' '),
  }));

/** How the lifting motors turn, as far as one word says it: all against their neighbours, none known, or each by itself. */
function turningOf(layout: Layout): (typeof TURNS)[number] | '' | 'each' {
  const motors = layout.propulsors.filter((p) => p.kind === 'lift-motor');
  const alike = (first: (typeof TURNS)[number]): boolean =>
    turningFrom(layout, first).propulsors.every((p, i) => p.turns === layout.propulsors[i]?.turns);
  return TURNS.find(alike) ?? (motors.every((p) => p.turns === undefined) ? '' : 'each');
}

/** The plan, what is pointed at on it, and the forms it is drawn from. */
export function Airframe({ about, change }: { about: AircraftDocument; change: Change }): ReactElement {
  const [inHand, setInHand] = useState<string>();
  const found = findPart(about, inHand);
  const { layout } = about;
  const put = (next: Partial<Layout>, name: string): void =>
    change({ ...about, layout: { ...layout, ...next } }, `layout ${name}`);
  const add = (list: Part['list']): void => {
    const part = freshPart(about, list);
    change(withPart(about, list, part.id, part));
    setInHand(part.id);
  };
  return (
    <>
      <Heading
        aside={
          <>
            <Button kind="quiet" onClick={() => add('surfaces')}>
              Add a surface
            </Button>
            <Button kind="quiet" onClick={() => add('propulsors')}>
              Add an engine
            </Button>
            <Button kind="quiet" onClick={() => add('stores')}>
              Add a tank or pack
            </Button>
          </>
        }
      >
        Airframe
      </Heading>
      <AirframePlan
        layout={layout}
        title={about.mark}
        inHand={inHand}
        onPoint={(id) => setInHand(id === inHand ? undefined : id)}
      />
      {found ? (
        <PartPanel
          key={found.part.id}
          found={found}
          change={(part, name) =>
            change(withPart(about, found.list, found.part.id, part), `${part.id} ${name}`)
          }
          onTakeOut={() => {
            change(withPart(about, found.list, found.part.id, undefined));
            setInHand(undefined);
          }}
        />
      ) : (
        <p className="cap text-center">Point at a surface, an engine, a tank or a pack to change it.</p>
      )}
      <div className="mt-2 grid grid-cols-5 gap-x-4 gap-y-2 max-md:grid-cols-2">
        <FigureField
          label="Span"
          unit="m"
          value={layout.span}
          onChange={(v) => (v !== undefined && v > 0 ? put({ span: v }, 'span') : undefined)}
        />
        <FigureField
          label="Length"
          unit="m"
          value={layout.length}
          onChange={(v) => (v !== undefined && v > 0 ? put({ length: v }, 'length') : undefined)}
        />
        <Picker
          label="Wing"
          value={layout.wing}
          options={words(WING_FORMS)}
          onChange={(v) => put({ wing: v }, 'wing')}
        />
        <Picker
          label="Tail"
          value={layout.tail}
          options={words(TAIL_FORMS)}
          onChange={(v) => put({ tail: v }, 'tail')}
        />
        <Picker
          label="Gear"
          value={layout.gear}
          options={words(GEAR_FORMS)}
          onChange={(v) => put({ gear: v }, 'gear')}
        />
        {layout.propulsors.some((p) => p.kind === 'lift-motor') ? (
          <Picker
            className="col-span-2"
            label="Front right motor turns, seen from above; its neighbours against it"
            value={turningOf(layout)}
            options={[
              ...(turningOf(layout) === '' ? [{ id: '', text: 'not known' } as const] : []),
              ...(turningOf(layout) === 'each' ? [{ id: 'each', text: 'each by itself' } as const] : []),
              ...words(TURNS),
            ]}
            onChange={(v) =>
              v === '' || v === 'each'
                ? undefined
                : put({ propulsors: turningFrom(layout, v).propulsors }, 'turns')
            }
          />
        ) : null}
      </div>
    </>
  );
}
