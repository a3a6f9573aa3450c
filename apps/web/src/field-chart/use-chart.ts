import { useEffect, useState } from 'react';
import type { FieldView, WeatherView } from '@kanzel/contract';
import type { FieldChart } from '@kanzel/core';
import { readFieldChart } from '@kanzel/formats';
import { api } from '../api/client.ts';

const KEPT = 'kanzel field-chart';

export interface ChartHere {
  /** Undefined while it is asked for; a sentence where it cannot be read or is not there. */
  readonly chart: FieldChart | string | undefined;
  /** It was kept on this device, and the server has not been heard. */
  readonly kept: boolean;
}

/** The chart of the field, from the server, or as this device had it last. */
export function useChart(): ChartHere {
  const [here, setHere] = useState<ChartHere>({ chart: undefined, kept: false });
  useEffect(() => {
    void api.get<{ chart: string | null }>('/api/field/chart').then((heard) => {
      const kept = localStorage.getItem(KEPT);
      const text = heard.ok ? heard.value.chart : kept;
      if (heard.ok && text !== null) localStorage.setItem(KEPT, text);
      const read = text === null ? undefined : readFieldChart(text);
      setHere({
        kept: !heard.ok && text !== null,
        chart: !read
          ? heard.ok
            ? 'There is no chart of this field yet. An administrator takes one under Installation, as GeoJSON.'
            : 'The chart of the field is not on this device yet, and the server cannot be reached.'
          : read.ok
            ? read.value
            : read.error,
      });
    });
  }, []);
  return here;
}

/** Wind of the forecast for now, as it may be at its worst; undefined where nobody forecast any. */
export function useWindNow(): { readonly from: number; readonly speed: number } | undefined {
  const [wind, setWind] = useState<{ from: number; speed: number }>();
  useEffect(() => {
    void api.get<{ field: FieldView | null }>('/api/field').then((field) => {
      if (!field.ok || !field.value.field?.weather) return;
      void api.get<WeatherView>('/api/weather').then((heard) => {
        if (!heard.ok) return;
        const now = new Date().toISOString();
        const said = heard.value.forecast.find((f) => !f.atTimes && f.from <= now && now < f.to);
        if (said?.direction !== undefined) setWind({ from: said.direction, speed: said.speed });
      });
    });
  }, []);
  return wind;
}
