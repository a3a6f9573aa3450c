import { useEffect, useState, type ReactElement } from 'react';
import type { FieldView, WeatherView } from '@kanzel/contract';
import { daylightOf, windComponents, type WindForecast } from '@kanzel/core';
import { api } from '../api/client.ts';
import { MarginNote } from '../shell/frame.tsx';
import { useNow } from '../shell/plate.tsx';

const MINUTE = 60_000;

/** What is known of the field today; the weather may be unknown. */
function useField(): { field: FieldView | null; weather: WeatherView | undefined } {
  const [field, setField] = useState<FieldView | null>(null);
  const [weather, setWeather] = useState<WeatherView>();
  useEffect(() => {
    void api.get<{ field: FieldView | null }>('/api/field').then((f) => {
      if (!f.ok || !f.value.field) return;
      setField(f.value.field);
      void api.get<WeatherView>('/api/weather').then((w) => setWeather(w.ok ? w.value : undefined));
    });
  }, []);
  return { field, weather };
}

function windNow(forecast: readonly WindForecast[], now: string): WindForecast | undefined {
  return forecast.find((f) => !f.atTimes && f.from <= now && now < f.to);
}

/** Cross-wind on each runway, gusts counted, as whole knots. */
function crosses(field: FieldView, wind: WindForecast): string {
  const { direction } = wind;
  if (direction === undefined) return '';
  const worst = Math.max(wind.speed, wind.gust ?? 0);
  return field.runways
    .map((r) => `${Math.round(Math.abs(windComponents(direction, worst, r.heading).cross))} kt on ${r.name}`)
    .join(', ');
}

/** The sun over the field today, where it stands now, and the wind as it is forecast. */
export function FieldNote(): ReactElement | null {
  const { field, weather } = useField();
  const now = useNow(60_000);
  if (!field) return null;
  const { offset } = field.hours;
  const clock = (ms: number): string => new Date(ms + offset * MINUTE).toISOString().slice(11, 16);
  const sun = daylightOf(
    new Date(now.getTime() + offset * MINUTE).toISOString().slice(0, 10),
    field.latitude,
    field.longitude,
  );
  const { sunrise, sunset } = sun;
  const wind = weather && windNow(weather.forecast, now.toISOString());
  const light =
    sunrise === undefined || sunset === undefined
      ? sun.allDay === 'light'
        ? 'The sun does not set today.'
        : 'The sun does not rise today.'
      : `Daylight from ${clock(sunrise)} until ${clock(sunset)}.`;
  return (
    <MarginNote title={`Today at ${field.name}`}>
      {sunrise !== undefined && sunset !== undefined ? (
        <Arc {...{ sunrise, sunset, now: now.getTime(), clock }} />
      ) : null}
      <p>
        {wind
          ? `Wind ${wind.direction === undefined ? 'variable' : `${String(wind.direction).padStart(3, '0')}°`} ${Math.round(wind.speed)} kt${wind.gust === undefined ? '' : ` gusting ${Math.round(wind.gust)}`}. ${wind.direction === undefined ? '' : `Across: ${crosses(field, wind)}. `}`
          : weather
            ? 'No forecast covers this hour. '
            : 'No forecast was heard. '}
        {light}
      </p>
    </MarginNote>
  );
}

function Arc({
  sunrise,
  sunset,
  now,
  clock,
}: {
  sunrise: number;
  sunset: number;
  now: number;
  clock: (ms: number) => string;
}): ReactElement {
  const [from, to] = [sunrise - 60 * MINUTE, sunset + 60 * MINUTE];
  const x = (ms: number): number => ((ms - from) / (to - from)) * 240;
  const points = Array.from({ length: 41 }, (_, i) => {
    const t = sunrise + ((sunset - sunrise) * i) / 40;
    return `${x(t).toFixed(1)},${(52 - 40 * Math.sin((Math.PI * i) / 40)).toFixed(1)}`;
  }).join(' ');
  const at = x(now);
  return (
    <svg
      viewBox="0 0 240 76"
      className="mb-1 w-full"
      role="img"
      aria-label={`The sun: up ${clock(sunrise)}, down ${clock(sunset)}`}
    >
      <polygon points={`${x(sunrise)},52 ${points} ${x(sunset)},52`} fill="var(--near-bg)" />
      <polyline points={points} fill="none" stroke="var(--near)" strokeWidth="1.5" />
      <line x1="0" x2="240" y1="52" y2="52" stroke="var(--ink-3)" />
      {at >= 0 && at <= 240 ? (
        <line x1={at} x2={at} y1="4" y2="56" stroke="var(--hand)" strokeWidth="2" />
      ) : null}
      <text x={x(sunrise)} y="68" fontSize="11" textAnchor="middle" fill="var(--ink-2)">
        {clock(sunrise)}
      </text>
      <text x={x(sunset)} y="68" fontSize="11" textAnchor="middle" fill="var(--ink-2)">
        {clock(sunset)}
      </text>
    </svg>
  );
}
