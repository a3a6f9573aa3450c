import { useEffect, useState, type ReactElement } from 'react';
import { useForm } from 'react-hook-form';
import type { FieldView } from '@kanzel/contract';
import { err, ok, readFigure, type Result } from '@kanzel/core';
import { api, sayFailure } from '../api/client.ts';
import { Button } from '../ui/button.tsx';
import { Field, Problem } from '../ui/field.tsx';

/** A field as it is typed: nothing is a figure yet, and nothing typed is lost. */
type Typed = Readonly<
  Record<
    | 'code'
    | 'name'
    | 'latitude'
    | 'longitude'
    | 'opens'
    | 'closes'
    | 'runways'
    | 'wind'
    | 'cross'
    | 'weather'
    | 'scales',
    string
  >
>;

const FIGURES = [
  ['latitude', 'Latitude'],
  ['longitude', 'Longitude'],
  ['wind', 'Most wind'],
  ['cross', 'Most cross-wind'],
] as const;

const pad = (n: number): string => String(n).padStart(2, '0');
const timeOf = (minutes: number): string => `${pad(Math.floor(minutes / 60))}:${pad(minutes % 60)}`;

const typedOf = (f: FieldView | null): Typed => ({
  code: f?.code ?? '',
  name: f?.name ?? '',
  latitude: f ? String(f.latitude) : '',
  longitude: f ? String(f.longitude) : '',
  opens: timeOf(f?.hours.from ?? 480),
  closes: timeOf(f?.hours.to ?? 1080),
  runways: f?.runways.map((r) => `${r.name} ${r.heading}`).join(', ') ?? '',
  wind: f ? String(f.windLimit) : '20',
  cross: f ? String(f.crossLimit) : '10',
  weather: f?.weather ?? '',
  scales: f?.scales ?? '',
});

function minutesOf(text: string): number | undefined {
  const match = /^(\d{1,2}):(\d{2})$/.exec(text.trim());
  return match && Number(match[2]) < 60 ? Number(match[1]) * 60 + Number(match[2]) : undefined;
}

/** Reads what was typed. Error: a sentence for the first thing that cannot be read. */
function readTyped(typed: Typed): Result<FieldView, string> {
  const figures: number[] = [];
  for (const [name, title] of FIGURES) {
    const read = readFigure(typed[name].trim().replace(/^−/, '-'));
    if (!read.ok) return err(`${title}: “${typed[name]}” is not a figure.`);
    figures.push(read.value.value);
  }
  const [latitude = 0, longitude = 0, windLimit = 0, crossLimit = 0] = figures;
  const [from, to] = [minutesOf(typed.opens), minutesOf(typed.closes)];
  if (from === undefined || to === undefined) return err('Hours are two times of day, as 08:00 and 18:00.');
  const runways = typed.runways
    .split(',')
    .map((r) => r.trim())
    .filter(Boolean)
    .map((r) => /^(\S+)\s+(\d{1,3}(?:\.\d+)?)$/.exec(r));
  if (runways.some((r) => r === null))
    return err('A runway is its name and its heading, as 06/24 62; more with commas.');
  return ok({
    code: typed.code.trim().toUpperCase(),
    name: typed.name.trim(),
    latitude,
    longitude,
    hours: { from, to, offset: -new Date().getTimezoneOffset() },
    runways: runways.map((r) => ({ name: r?.[1] ?? '', heading: Number(r?.[2]) })),
    windLimit,
    crossLimit,
    ...(typed.weather.trim() ? { weather: typed.weather.trim() } : {}),
    ...(typed.scales.trim() ? { scales: typed.scales.trim() } : {}),
  });
}

/** Where this installation stands: for daylight, runways and the wind. */
export function FieldForm(): ReactElement {
  const { register, handleSubmit, reset, formState } = useForm<Typed>({ defaultValues: typedOf(null) });
  const [said, setSaid] = useState<{ good: boolean; text: string }>();
  useEffect(() => {
    void api
      .get<{ field: FieldView | null }>('/api/field')
      .then((f) => reset(typedOf(f.ok ? f.value.field : null)));
  }, [reset]);
  const keep = handleSubmit(async (typed) => {
    const field = readTyped(typed);
    if (!field.ok) return setSaid({ good: false, text: `${field.error} Nothing was kept.` });
    const answer = await api.put<{ field: FieldView }>('/api/field', field.value);
    setSaid(
      answer.ok
        ? { good: true, text: `Kept: ${answer.value.field.name}.` }
        : { good: false, text: sayFailure(answer.error) },
    );
  });
  return (
    <form aria-label="The field" className="max-w-3xl" onSubmit={(e) => void keep(e)}>
      <div className="grid grid-cols-3 gap-x-5 max-md:grid-cols-2">
        <Field label="Code" {...register('code')} />
        <Field label="Name" {...register('name')} />
        <Field label="Runways, name and true heading" {...register('runways')} />
        <Field label="Latitude, degrees north" {...register('latitude')} />
        <Field label="Longitude, degrees east" {...register('longitude')} />
        <Field label="Weather office, address" {...register('weather')} />
        <Field label="Opens" {...register('opens')} />
        <Field label="Closes" {...register('closes')} />
        <Field label="Scales, host and port" {...register('scales')} />
        <Field label="Most wind, kt" {...register('wind')} />
        <Field label="Most cross-wind, kt" {...register('cross')} />
      </div>
      {said?.good === false ? <Problem>{said.text}</Problem> : null}
      <p className="flex items-center gap-3">
        <Button kind="main" type="submit" disabled={formState.isSubmitting}>
          Record the field
        </Button>
        <span role="status">{said?.good ? said.text : ''}</span>
      </p>
    </form>
  );
}
