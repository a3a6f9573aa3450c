import { useState, type ReactElement } from 'react';
import { MOST_CHART_BYTES } from '@kanzel/formats';
import { TableFile } from '../answers/table-file.tsx';
import { api, sayFailure } from '../api/client.ts';
import { Problem } from '../ui/field.tsx';

/** Takes the chart of the field: GeoJSON, read whole by the server or refused with its feature. */
export function ChartForm(): ReactElement {
  const [said, setSaid] = useState<{ good: boolean; text: string }>();
  const take = async (name: string, text: string): Promise<void> => {
    const answer = await api.put<{ name: string }>('/api/field/chart', { text });
    setSaid(
      answer.ok
        ? { good: true, text: `Imported: the chart of ${answer.value.name}, from ${name}.` }
        : { good: false, text: `${name}: ${sayFailure(answer.error)}` },
    );
  };
  return (
    <section aria-label="Chart of the field" className="mt-5">
      <p className="mb-2 max-w-2xl text-[0.92rem] text-ink-2">
        Runways, obstacles, what can be landed on and what cannot, and the ground, as GeoJSON: flights are
        laid on it before and after they are flown.
      </p>
      <div className="flex flex-wrap items-center gap-x-4">
        <TableFile
          words="Import a chart"
          accept=".geojson,.json"
          most={MOST_CHART_BYTES}
          onText={(name, text) => void take(name, text)}
        />
        <span role="status">{said?.good ? said.text : ''}</span>
      </div>
      {said?.good === false ? <Problem>{said.text}</Problem> : null}
    </section>
  );
}
