import { useState, type ReactElement } from 'react';
import type { LoadingData, WeighingReport } from '@kanzel/core';
import { Button } from '../../../ui/button.tsx';
import { FigureField } from '../../../ui/figure-field.tsx';
import { Problem } from '../../../ui/field.tsx';
import { LineField } from '../../../ui/picker.tsx';
import type { AircraftDocument } from '../aircraft-document.ts';
import type { ChangeLoading } from './change-loading.ts';
import { newestWeighing } from './newest-weighing.ts';

/** The figures of a report, and how well they are known. */
function ReportFigures({
  report,
  units,
  put,
}: {
  report: WeighingReport;
  units: LoadingData['units'];
  put: (next: WeighingReport, name?: string) => void;
}): ReactElement {
  const figure = (label: string, name: 'mass' | 'arm' | 'lateral', unit: string): ReactElement => (
    <FigureField
      label={label}
      unit={unit}
      value={report[name]}
      onChange={(v) => (v === undefined ? undefined : put({ ...report, [name]: v }, name))}
    />
  );
  return (
    <div className="grid grid-cols-4 gap-x-4 gap-y-2 max-md:grid-cols-2">
      <LineField
        label="Number"
        value={report.number}
        onChange={(number) => put({ ...report, number }, 'number')}
      />
      <LineField label="Of the day" value={report.on} onChange={(on) => put({ ...report, on }, 'on')} />
      {figure('Empty mass', 'mass', units.mass)}
      {figure('Empty centre', 'arm', units.arm)}
      {figure('To the right', 'lateral', units.arm)}
      <FigureField
        label="Mass known to ±"
        unit={units.mass}
        value={report.uncertainty.mass}
        onChange={(v) =>
          v === undefined
            ? undefined
            : put({ ...report, uncertainty: { ...report.uncertainty, mass: v } }, 'good')
        }
      />
      <FigureField
        label="Centre known to ±"
        unit={units.arm}
        value={report.uncertainty.arm}
        onChange={(v) =>
          v === undefined
            ? undefined
            : put({ ...report, uncertainty: { ...report.uncertainty, arm: v } }, 'good')
        }
      />
    </div>
  );
}

/** The weighing report in force: its figures, and the equipment list it was made with. */
export function ReportPart({
  about,
  data,
  change,
}: {
  about: AircraftDocument;
  data: LoadingData;
  change: ChangeLoading;
}): ReactElement {
  const { report, units } = data;
  const fitted = about.equipment.map(({ touches: _touches, ...item }) => item);
  const put = (next: WeighingReport, name?: string): void =>
    change({ ...data, report: next }, name === undefined ? undefined : `report ${name}`);
  const [problem, setProblem] = useState<string>();
  const takeOver = async (): Promise<void> => {
    setProblem(undefined);
    const found = await newestWeighing(about.mark);
    if (typeof found === 'string') setProblem(`${found} Nothing was changed.`);
    else put(found);
  };
  const newest = (
    <>
      <Button kind="quiet" onClick={() => void takeOver()}>
        Take over the newest weighing
      </Button>
      <Problem>{problem}</Problem>
    </>
  );
  if (!report)
    return (
      <div className="mt-3 text-ink-2">
        No weighing report: the first weighing has nothing to compare with.
        {newest}
        <Button
          kind="quiet"
          onClick={() =>
            put({
              number: 'New report',
              on: new Date().toISOString().slice(0, 10),
              mass: 100,
              arm: data.extent.from,
              lateral: 0,
              uncertainty: { mass: 1, arm: 2 },
              equipment: fitted,
            })
          }
        >
          Write one in
        </Button>
      </div>
    );
  return (
    <>
      <h3 className="mt-4 font-semibold">Weighing report in force</h3>
      <ReportFigures report={report} units={units} put={put} />
      <p className="mt-1 text-[0.86rem] text-ink-2">
        Made with {report.equipment.length} {report.equipment.length === 1 ? 'thing' : 'things'} on its
        equipment list: {report.equipment.map((e) => e.title).join(', ') || 'none'}.
        <Button kind="quiet" onClick={() => put({ ...report, equipment: fitted })}>
          It was made with what is listed now
        </Button>
      </p>
      {newest}
    </>
  );
}
