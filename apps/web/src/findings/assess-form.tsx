import { useState, type FormEvent, type ReactElement } from 'react';
import { ENTRIES, MAY_OVERRULE, readFigure, type FindingState, type Narrowing } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { Button } from '../ui/button.tsx';
import { DayField } from '../ui/day-field.tsx';
import { Choices, Field, Problem } from '../ui/field.tsx';
import { useSend } from './use-send.ts';

/** A figure that may be left out: undefined when nothing is typed, null when it is none. */
function optional(text: string): number | undefined | null {
  if (text.trim() === '') return undefined;
  const read = readFigure(text);
  return read.ok && read.value.value > 0 ? read.value.value : null;
}

/** A narrowing as it is being typed. */
interface NarrowDraft {
  readonly circuitOnly: boolean;
  readonly banned: readonly string[];
  readonly height: string;
  readonly speed: string;
  readonly look: string;
}

const NOT_NARROWED: NarrowDraft = { circuitOnly: false, banned: [], height: '', speed: '', look: '' };

/** What the flight may not do as long as the finding is open. */
function NarrowFields({
  draft,
  onChange,
}: {
  draft: NarrowDraft;
  onChange: (change: Partial<NarrowDraft>) => void;
}): ReactElement {
  const view = useCampaign();
  const flown = view.index.basis.pack.checks.filter((c) => c.station === 'flight' && !c.point?.place);
  return (
    <details className="mb-4">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold max-lg:min-h-14">
        What the flight may not do until it is closed
      </summary>
      <label className="flex min-h-11 items-center gap-2 max-lg:min-h-14">
        <input
          type="checkbox"
          checked={draft.circuitOnly}
          onChange={(e) => onChange({ circuitOnly: e.target.checked })}
        />
        Circuit only
      </label>
      {flown.length > 0 ? (
        <fieldset className="mb-2">
          <legend className="cap">Not to be flown</legend>
          {flown.map((c) => (
            <label key={c.id} className="flex min-h-9 items-center gap-2 max-lg:min-h-14">
              <input
                type="checkbox"
                checked={draft.banned.includes(c.id)}
                onChange={(e) =>
                  onChange({
                    banned: e.target.checked
                      ? [...draft.banned, c.id]
                      : draft.banned.filter((b) => b !== c.id),
                  })
                }
              />
              {c.title}
            </label>
          ))}
        </fieldset>
      ) : null}
      <div className="flex flex-wrap gap-4">
        <Field
          label="Not above, m over the field"
          value={draft.height}
          onChange={(e) => onChange({ height: e.target.value })}
        />
        <Field
          label="Not faster than, kt"
          value={draft.speed}
          onChange={(e) => onChange({ speed: e.target.value })}
        />
      </div>
      <Field
        label="Look at this after landing"
        value={draft.look}
        onChange={(e) => onChange({ look: e.target.value })}
      />
    </details>
  );
}

/** What a finding means: grounds the aircraft, is deferred with conditions and an end, or informs. */
export function Assess({ finding }: { finding: FindingState }): ReactElement {
  const { problem, send, refuse } = useSend();
  const [severity, setSeverity] = useState<'stops' | 'deferred' | 'information'>('stops');
  const [reason, setReason] = useState('');
  const [conditions, setConditions] = useState('');
  const [until, setUntil] = useState('');
  const [hours, setHours] = useState('');
  const [flights, setFlights] = useState('');
  const [narrowing, setNarrowing] = useState(NOT_NARROWED);
  const submitForm = (event: FormEvent): void => {
    event.preventDefault();
    const figures = {
      hours: optional(hours),
      flights: optional(flights),
      height: optional(narrowing.height),
      speed: optional(narrowing.speed),
    };
    if (Object.values(figures).includes(null) || (figures.flights ?? 1) % 1 !== 0)
      return refuse('Hours, flights, height and speed are figures above nothing. What you typed is kept.');
    const narrows: Narrowing = {
      ...(narrowing.circuitOnly ? { circuitOnly: true as const } : {}),
      ...(narrowing.banned.length > 0 ? { banned: narrowing.banned } : {}),
      ...(figures.height ? { maximumHeight: figures.height } : {}),
      ...(figures.speed ? { maximumSpeed: { value: figures.speed, unit: 'kt' } } : {}),
      ...(narrowing.look.trim() ? { lookAfterLanding: narrowing.look.trim() } : {}),
    };
    const deferral =
      severity === 'deferred'
        ? {
            conditions,
            ...(until ? { until } : {}),
            ...(figures.hours ? { untilHours: figures.hours } : {}),
            ...(figures.flights ? { untilFlights: figures.flights } : {}),
          }
        : {};
    void send(
      'finding.assessed',
      {
        finding: finding.raised.finding,
        severity,
        reason,
        ...deferral,
        ...(severity !== 'stops' && Object.keys(narrows).length > 0 ? { narrows } : {}),
      },
      // Grounding it is open to everybody who works on it; saying less takes somebody who may.
      severity === 'stops' ? ENTRIES['finding.assessed'].roles : MAY_OVERRULE,
    );
  };
  return (
    <form onSubmit={submitForm}>
      <Choices
        label="What it means for this flight"
        value={severity}
        options={[
          { id: 'stops', text: 'Grounds the aircraft' },
          { id: 'deferred', text: 'Defer, with conditions' },
          { id: 'information', text: 'Information' },
        ]}
        onChange={setSeverity}
      />
      <Field
        label="Why, or the cause as far as it is known"
        value={reason}
        onChange={(e) => setReason(e.target.value)}
        required
        autoFocus
      />
      {severity === 'deferred' ? (
        <>
          <Field
            label="What holds until it is cured"
            value={conditions}
            onChange={(e) => setConditions(e.target.value)}
            required
          />
          <p className="cap">At least one of these ends the deferral.</p>
          <div className="flex flex-wrap gap-4">
            <DayField label="Until" value={until} onChange={setUntil} />
            <Field
              label="Until hours of the aircraft"
              value={hours}
              onChange={(e) => setHours(e.target.value)}
            />
            <Field label="For so many flights" value={flights} onChange={(e) => setFlights(e.target.value)} />
          </div>
        </>
      ) : null}
      {severity === 'stops' ? null : (
        <NarrowFields
          draft={narrowing}
          onChange={(change) => setNarrowing((old) => ({ ...old, ...change }))}
        />
      )}
      <Problem>{problem}</Problem>
      <Button kind="main" type="submit">
        Record the assessment
      </Button>
    </form>
  );
}
