import type { ReactElement } from 'react';
import { Link, useLocation, useParams } from 'react-router';
import {
  instrumentExpired,
  INSTRUMENT_KINDS,
  sayDay,
  unitOf,
  UNIT_IDS,
  type InstrumentRecord,
} from '@kanzel/core';
import { Foot } from '../../shell/foot.tsx';
import { Frame, MarginNote } from '../../shell/frame.tsx';
import { HangarPlate } from '../../shell/plate.tsx';
import { Button } from '../../ui/button.tsx';
import { FigureField } from '../../ui/figure-field.tsx';
import { LineField, Picker } from '../../ui/picker.tsx';
import { DraftBar } from '../draft/draft-bar.tsx';
import { useDraft, type Draft } from '../draft/use-draft.ts';
import { DayField } from '../../ui/day-field.tsx';
import { readDay } from '../../ui/read-day.ts';
import { dayInWords } from '../../ui/when.ts';

type InstrumentDocument = InstrumentRecord & { readonly format: 'kanzel-instrument'; readonly version: 1 };

const UNITS = UNIT_IDS.map((id) => ({ id, text: `${unitOf(id).symbol || 'no unit'} (${unitOf(id).kind})` }));
const today = (): string => new Date().toISOString().slice(0, 10);
const inAYear = (): string => new Date(Date.now() + 365 * 86_400_000).toISOString().slice(0, 10);

const freshInstrument = (id: string, name: string): InstrumentDocument => ({
  format: 'kanzel-instrument',
  version: 1,
  id,
  revision: 1,
  kind: 'gauge',
  name,
  unit: 'psi',
  resolution: 1,
  calibratedUntil: null,
  measures: ['reading'],
});

/** Whether what a tool shows is believed today, and why not. */
function Believed({ tool }: { tool: InstrumentDocument }): ReactElement {
  const gone = instrumentExpired(tool, new Date().toISOString());
  return (
    <p
      className={`mb-4 border-l-4 px-3 py-2 text-lg font-semibold ${gone ? 'border-out bg-out-bg text-out' : 'border-within bg-within-bg text-within'}`}
    >
      {tool.calibratedUntil === null
        ? 'Needs no calibration.'
        : gone
          ? `Not believed today: its certificate runs from ${tool.calibratedFrom === undefined ? 'the beginning' : sayDay(tool.calibratedFrom)} to ${sayDay(tool.calibratedUntil)}. What it shows proves nothing.`
          : `Valid until ${readDay(tool.calibratedUntil) ? dayInWords(tool.calibratedUntil) : tool.calibratedUntil}.`}
    </p>
  );
}

/** What a tool is, how good it is, and what its certificate says. */
function ToolFields({
  tool,
  draft,
}: {
  tool: InstrumentDocument;
  draft: Draft<InstrumentDocument>;
}): ReactElement {
  const put = (next: Partial<InstrumentDocument>, about: string): void =>
    draft.change({ ...tool, ...next }, about);
  const { symbol } = unitOf(tool.unit);
  return (
    <div className="grid grid-cols-3 gap-x-4 gap-y-3 max-md:grid-cols-2">
      <LineField label="Name" value={tool.name} onChange={(name) => put({ name }, 'name')} />
      <Picker
        label="Kind"
        value={tool.kind}
        options={INSTRUMENT_KINDS.map((k) => ({ id: k, text: k.replace(/-/g, ' ') }))}
        onChange={(kind) => put({ kind }, 'kind')}
      />
      <LineField
        label="Serial number"
        value={tool.serial ?? ''}
        onChange={(serial) => put({ serial }, 'serial')}
      />
      <Picker label="Unit" value={tool.unit} options={UNITS} onChange={(unit) => put({ unit }, 'unit')} />
      <FigureField
        label="Accuracy, either way"
        unit={symbol}
        value={tool.accuracy}
        onChange={(v) => {
          const { accuracy: _old, ...rest } = tool;
          draft.change(v === undefined ? rest : { ...rest, accuracy: v }, 'accuracy');
        }}
      />
      <FigureField
        label="Smallest step"
        unit={symbol}
        value={tool.resolution}
        onChange={(v) => (v === undefined || v <= 0 ? undefined : put({ resolution: v }, 'resolution'))}
      />
      <LineField
        label="Certificate"
        value={tool.certificate ?? ''}
        onChange={(certificate) => put({ certificate }, 'certificate')}
      />
      <DayField
        look="line"
        label="Valid from"
        value={tool.calibratedFrom ?? ''}
        onChange={(calibratedFrom) => put({ calibratedFrom }, 'from')}
      />
      <DayField
        look="line"
        label="Valid until; empty: does not expire"
        value={tool.calibratedUntil ?? ''}
        onChange={(v) => put({ calibratedUntil: v === '' ? null : v }, 'until')}
      />
      <LineField
        className="col-span-3 max-md:col-span-2"
        label="Measures: checks and channels it is offered for"
        value={tool.measures.join(', ')}
        onChange={(v) =>
          put(
            {
              measures: v
                .split(/[,\s]+/)
                .map((t) => t.trim())
                .filter((t) => t !== ''),
            },
            'measures',
          )
        }
      />
    </div>
  );
}

function ToolMargin({ problems }: { problems: readonly string[] }): ReactElement {
  return (
    <>
      <MarginNote title="What keeps it from being published">
        {problems.length === 0 ? (
          <p className="text-ink-2">Nothing.</p>
        ) : (
          <ul className="font-semibold text-out">
            {problems.map((p) => (
              <li key={p}>{p}</li>
            ))}
          </ul>
        )}
      </MarginNote>
      <MarginNote title="Care">
        <p>
          A new certificate says nothing about what was read before it: readings taken while the old one had
          run out stay unknown.
        </p>
      </MarginNote>
      <p className="cap">
        <Link to="/library" className="underline underline-offset-4">
          Back to the library
        </Link>
      </p>
    </>
  );
}

/** A measuring tool of the workshop: how good it is, and until when it is believed. */
export default function InstrumentPage(): ReactElement {
  const { id = '' } = useParams();
  const fresh = (useLocation().state as { title?: string } | null)?.title;
  const draft = useDraft<InstrumentDocument>(
    'instrument',
    id,
    fresh === undefined ? undefined : () => freshInstrument(id, fresh),
  );
  const tool = draft.document;
  if (!tool)
    return (
      <Frame
        plate={<HangarPlate />}
        sheet={
          <p className="px-[22px] py-6 text-ink-2">
            {draft.phase === 'missing' ? (draft.message ?? 'There is no such instrument.') : 'Reading…'}
          </p>
        }
        foot={<Foot />}
      />
    );
  return (
    <Frame
      plate={<HangarPlate />}
      sheet={
        <>
          <DraftBar draft={draft} kind="instrument" id={id} title={tool.name} errors={0} />
          <div className="px-[22px] py-4">
            <Believed tool={tool} />
            <ToolFields tool={tool} draft={draft} />
            <div className="mt-4">
              <Button
                onClick={() =>
                  draft.change({
                    ...tool,
                    certificate: '',
                    calibratedFrom: today(),
                    calibratedUntil: inAYear(),
                  })
                }
              >
                Enter a new certificate
              </Button>
            </div>
          </div>
        </>
      }
      margin={<ToolMargin problems={draft.problems} />}
      foot={<Foot />}
    />
  );
}
