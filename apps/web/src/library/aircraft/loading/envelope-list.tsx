import { useState, type ReactElement } from 'react';
import {
  envelopeInUnits,
  envelopeProblems,
  readEnvelope,
  type Envelope,
  type LoadingData,
} from '@kanzel/core';
import { EnvelopePicture } from '../../../loading/envelope-picture.tsx';
import { Button } from '../../../ui/button.tsx';
import { Problem } from '../../../ui/field.tsx';
import { LineField, Picker } from '../../../ui/picker.tsx';
import { plainWords } from '../../../ui/plain-words.ts';
import type { AircraftDocument } from '../aircraft-document.ts';
import { freshEnvelope } from './fresh-loading.ts';
import type { ChangeLoading } from './change-loading.ts';
import { whenId, whenOf, whenOptions } from './when-choice.ts';

/** Corners as they are written: a line each. */
const cornersText = (envelope: Envelope): string =>
  envelope.corners.map((c) => `${c.arm}; ${c.mass}${c.edge ? `; ${c.edge}` : ''}`).join('\n');

function OneEnvelope({
  about,
  data,
  envelope,
  change,
}: {
  about: AircraftDocument;
  data: LoadingData;
  envelope: Envelope;
  change: ChangeLoading;
}): ReactElement {
  const { units } = data;
  const [text, setText] = useState<string>();
  const put = (next: Envelope, name?: string): void =>
    change(
      { ...data, envelopes: data.envelopes.map((e) => (e.id === envelope.id ? next : e)) },
      name === undefined ? undefined : `${envelope.id} ${name}`,
    );
  const read = text === undefined ? undefined : readEnvelope(text, units);
  const problems = envelopeProblems(data, envelope);
  return (
    <div className="grid grid-cols-[minmax(15rem,1fr)_minmax(0,22rem)] gap-x-8 border-b border-rule py-2 max-md:grid-cols-1">
      <div>
        <LineField
          label="Envelope"
          value={envelope.title}
          onChange={(title) => put({ ...envelope, title }, 'title')}
        />
        <Picker
          label="It holds"
          value={whenId(envelope.when)}
          options={[{ id: '', text: 'always' }, ...whenOptions(about)]}
          onChange={(id) => {
            const { when: _when, ...rest } = envelope;
            put(id === '' ? rest : { ...rest, when: whenOf(id) });
          }}
        />
        {data.tilts.length > 0 ? (
          <Picker
            label="In tilt position"
            value={envelope.tilt ?? ''}
            options={[{ id: '', text: 'every one' }, ...data.tilts.map((t) => ({ id: t.id, text: t.title }))]}
            onChange={(id) => {
              const { tilt: _tilt, ...rest } = envelope;
              put(id === '' ? rest : { ...rest, tilt: id });
            }}
          />
        ) : null}
        <LineField
          lines={Math.max(5, envelope.corners.length + 1)}
          label={`Corners all the way round, a line each: arm ${units.arm}; mass ${units.mass}; name of the side that begins there`}
          value={text ?? cornersText(envelope)}
          onChange={(next) => {
            setText(next);
            const found = readEnvelope(next, units);
            if (found.ok) {
              const { units: _units, ...rest } = envelope;
              put({ ...rest, ...found.value }, 'corners');
            }
          }}
        />
        {read && !read.ok ? <Problem>{plainWords(read.error)}</Problem> : null}
        {problems.map((p, i) => (
          <p key={i} className="mt-1 font-semibold text-out">
            {plainWords(p)}
          </p>
        ))}
        <div className="flex flex-wrap gap-x-2">
          {envelope.units ? (
            <Button
              onClick={() => {
                setText(undefined);
                put(envelopeInUnits(envelope, units));
              }}
            >
              Convert to {units.arm} and {units.mass}
            </Button>
          ) : null}
          <Button
            kind="quiet"
            onClick={() => change({ ...data, envelopes: data.envelopes.filter((e) => e !== envelope) })}
          >
            Take out
          </Button>
        </div>
      </div>
      {problems.length === 0 ? (
        <EnvelopePicture
          data={{ ...data, envelopes: [envelope] }}
          sheet={undefined}
          standing={undefined}
          sentence={`${envelope.title}, ${envelope.corners.length} corners`}
        />
      ) : null}
    </div>
  );
}

/** Envelopes, drawn as they are written. */
export function EnvelopeList({
  about,
  data,
  change,
}: {
  about: AircraftDocument;
  data: LoadingData;
  change: ChangeLoading;
}): ReactElement {
  return (
    <>
      <h3 className="mt-4 flex items-center font-semibold">
        Envelopes
        <Button
          kind="quiet"
          className="ml-auto"
          onClick={() => change({ ...data, envelopes: [...data.envelopes, freshEnvelope(data)] })}
        >
          Add an envelope
        </Button>
      </h3>
      {data.envelopes.map((e) => (
        <OneEnvelope key={e.id} about={about} data={data} envelope={e} change={change} />
      ))}
    </>
  );
}
