import type { ReactElement } from 'react';
import type { Equipment } from '@kanzel/core';
import { Button } from '../../ui/button.tsx';
import { FigureField } from '../../ui/figure-field.tsx';
import { LineField } from '../../ui/picker.tsx';
import { freshEquipment, type AircraftDocument } from './aircraft-document.ts';
import { Heading, systems, type Change } from './sheet-parts.tsx';

/** A thing with a figure stated, or no longer stated. */
function withFigure(item: Equipment, name: 'mass' | 'arm', value: number | undefined): Equipment {
  const { [name]: _gone, ...rest } = item;
  return value === undefined ? rest : { ...rest, [name]: value };
}

/** What is fitted, by number. */
export function EquipmentList({ about, change }: { about: AircraftDocument; change: Change }): ReactElement {
  const put = (item: Equipment, name: string): void =>
    change(
      { ...about, equipment: about.equipment.map((e) => (e.id === item.id ? item : e)) },
      `${item.id} ${name}`,
    );
  return (
    <>
      <Heading
        aside={
          <Button
            kind="quiet"
            onClick={() => change({ ...about, equipment: [...about.equipment, freshEquipment(about)] })}
          >
            Add equipment
          </Button>
        }
      >
        Equipment
      </Heading>
      {about.equipment.length === 0 ? <p className="py-2 text-ink-2">Nothing listed by number yet.</p> : null}
      {about.equipment.map((item) => (
        <div
          key={item.id}
          className="grid grid-cols-[2fr_1fr_1fr_5rem_5rem_2fr_auto] items-end gap-x-4 border-b border-rule-2 py-1 max-md:grid-cols-2"
        >
          <LineField label="What" value={item.title} onChange={(title) => put({ ...item, title }, 'title')} />
          <LineField
            label="Part number"
            value={item.partNumber}
            onChange={(partNumber) => put({ ...item, partNumber }, 'part')}
          />
          <LineField
            label="Serial number"
            value={item.serial}
            onChange={(serial) => put({ ...item, serial }, 'serial')}
          />
          <FigureField
            label={`Mass ${about.loading?.units.mass ?? 'kg'}`}
            value={item.mass}
            onChange={(mass) => put(withFigure(item, 'mass', mass), 'mass')}
          />
          <FigureField
            label={`Arm ${about.loading?.units.arm ?? 'mm'}`}
            value={item.arm}
            onChange={(arm) => put(withFigure(item, 'arm', arm), 'arm')}
          />
          <LineField
            label="Exchanging it touches"
            value={item.touches.join(', ')}
            onChange={(text) => put({ ...item, touches: systems(text) }, 'touches')}
          />
          <Button
            kind="quiet"
            onClick={() => change({ ...about, equipment: about.equipment.filter((e) => e !== item) })}
          >
            Take out
          </Button>
        </div>
      ))}
    </>
  );
}
