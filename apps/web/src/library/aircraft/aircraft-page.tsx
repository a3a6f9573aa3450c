import { useEffect, useMemo, useState, type ReactElement, type ReactNode } from 'react';
import { Link, useLocation, useParams } from 'react-router';
import type { CampaignView, LibraryView } from '@kanzel/contract';
import {
  configurationCode,
  configurationTitle,
  descriptionProblems,
  FAMILIES,
  FAMILY_IDS,
  GEAR_FORMS,
  instrumentExpired,
  layoutFor,
  TAIL_FORMS,
  WING_FORMS,
  type ConfigurationOption,
  type Equipment,
  type Family,
  type Layout,
} from '@kanzel/core';
import { api } from '../../api/client.ts';
import { Foot } from '../../shell/foot.tsx';
import { Frame, MarginNote } from '../../shell/frame.tsx';
import { HangarPlate } from '../../shell/plate.tsx';
import { AirframePlan } from '../../ui/airframe-plan.tsx';
import { Button } from '../../ui/button.tsx';
import { Choices } from '../../ui/field.tsx';
import { FigureField } from '../../ui/figure-field.tsx';
import { LineField, Picker } from '../../ui/picker.tsx';
import { DraftBar } from '../draft/draft-bar.tsx';
import { useDraft } from '../draft/use-draft.ts';
import { plainWords } from '../../ui/plain-words.ts';
import {
  findPart,
  freeId,
  freshAircraft,
  freshEquipment,
  freshOption,
  freshPart,
  withPart,
  type AircraftDocument,
  type Part,
} from './aircraft-document.ts';
import { PartPanel } from './part-panel.tsx';

const words = (list: readonly string[]): { id: string; text: string }[] =>
  list.map((id) => ({
    id,
    text: /^[tv]-/.test(id) ? id.replace(/^./, (c) => c.toUpperCase()) : id.replace(/-/g, ' '),
  }));
const systems = (text: string): string[] =>
  text
    .split(/[;,\s]+/)
    .map((t) => t.trim())
    .filter((t) => t !== '');

type Change = (next: AircraftDocument, about?: string) => void;

const Heading = ({ children, aside }: { children: ReactNode; aside?: ReactNode }): ReactElement => (
  <h2 className="mt-5 flex items-center gap-3 border-b-2 border-ink pb-1 font-semibold">
    {children}
    <span className="ml-auto font-normal">{aside}</span>
  </h2>
);

/** Who it is, and what it is held against. */
function Identity({
  about,
  change,
  library,
}: {
  about: AircraftDocument;
  change: Change;
  library?: LibraryView;
}): ReactElement {
  const line = (label: string, name: 'type' | 'description' | 'serial'): ReactElement => (
    <LineField label={label} value={about[name]} onChange={(v) => change({ ...about, [name]: v }, name)} />
  );
  return (
    <div className="grid grid-cols-3 gap-x-4 gap-y-2 max-md:grid-cols-2">
      {line('Type', 'type')}
      {line('What it is', 'description')}
      {line('Serial number', 'serial')}
      <Picker
        label="Family"
        value={about.family}
        options={FAMILY_IDS.map((f) => ({ id: f, text: FAMILIES[f] }))}
        onChange={(family) => change({ ...about, family, layout: layoutFor(family as Family) }, 'family')}
      />
      <Picker
        label="Check pack"
        value={about.pack}
        options={(library?.packs ?? []).map((p) => ({ id: p.id, text: p.title }))}
        onChange={(pack) => change({ ...about, pack }, 'pack')}
      />
      <Picker
        label="Limit book"
        value={about.limitBook}
        options={(library?.limitBooks ?? []).map((b) => ({ id: b.id, text: b.title }))}
        onChange={(limitBook) => change({ ...about, limitBook }, 'book')}
      />
    </div>
  );
}

/** The plan, what is pointed at on it, and the forms it is drawn from. */
function Airframe({ about, change }: { about: AircraftDocument; change: Change }): ReactElement {
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
          onChange={(v) => put({ wing: v as Layout['wing'] }, 'wing')}
        />
        <Picker
          label="Tail"
          value={layout.tail}
          options={words(TAIL_FORMS)}
          onChange={(v) => put({ tail: v as Layout['tail'] }, 'tail')}
        />
        <Picker
          label="Gear"
          value={layout.gear}
          options={words(GEAR_FORMS)}
          onChange={(v) => put({ gear: v as Layout['gear'] }, 'gear')}
        />
      </div>
    </>
  );
}

/** Ways of setting it up; the choice made is part of the code. */
function Options({ about, change }: { about: AircraftDocument; change: Change }): ReactElement {
  const put = (option: ConfigurationOption, about_: string): void =>
    change(
      { ...about, options: about.options.map((o) => (o.id === option.id ? option : o)) },
      `${option.id} ${about_}`,
    );
  return (
    <>
      <Heading
        aside={
          <Button
            kind="quiet"
            onClick={() => {
              const option = freshOption(about);
              change({
                ...about,
                options: [...about.options, option],
                chosen: { ...about.chosen, [option.id]: 'first' },
              });
            }}
          >
            Add an option
          </Button>
        }
      >
        Configuration
      </Heading>
      {about.options.length === 0 ? (
        <p className="py-2 text-ink-2">No option: it is always set up the same way.</p>
      ) : null}
      {about.options.map((option) => (
        <div key={option.id} className="border-b border-rule-2 py-2">
          <div className="flex flex-wrap items-end gap-x-4">
            <LineField
              label="Option"
              value={option.title}
              onChange={(title) => put({ ...option, title }, 'title')}
            />
            <Choices
              label="As it is now"
              value={about.chosen[option.id]}
              options={option.choices.map((c) => ({ id: c.id, text: c.title }))}
              onChange={(choice) => change({ ...about, chosen: { ...about.chosen, [option.id]: choice } })}
            />
            <Button
              kind="quiet"
              onClick={() => {
                const { [option.id]: _gone, ...chosen } = about.chosen;
                change({ ...about, options: about.options.filter((o) => o !== option), chosen });
              }}
            >
              Take out
            </Button>
          </div>
          <div className="grid grid-cols-2 gap-x-4 gap-y-1 max-md:grid-cols-1">
            {option.choices.map((choice) => (
              <div key={choice.id} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)] gap-x-3">
                <LineField
                  label="Choice"
                  value={choice.title}
                  onChange={(title) =>
                    put(
                      { ...option, choices: option.choices.map((c) => (c === choice ? { ...c, title } : c)) },
                      choice.id,
                    )
                  }
                />
                <LineField
                  label="Changing it touches"
                  value={choice.touches.join(', ')}
                  onChange={(text) =>
                    put(
                      {
                        ...option,
                        choices: option.choices.map((c) =>
                          c === choice ? { ...c, touches: systems(text) } : c,
                        ),
                      },
                      `${choice.id} touches`,
                    )
                  }
                />
              </div>
            ))}
          </div>
          <Button
            kind="quiet"
            onClick={() =>
              put(
                {
                  ...option,
                  choices: [
                    ...option.choices,
                    { id: freeId(option.choices, 'choice'), title: 'another', touches: [] },
                  ],
                },
                'choices',
              )
            }
          >
            Add a choice
          </Button>
        </div>
      ))}
    </>
  );
}

/** What is fitted, by number. */
function EquipmentList({ about, change }: { about: AircraftDocument; change: Change }): ReactElement {
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
          className="grid grid-cols-[2fr_1fr_1fr_2fr_auto] items-end gap-x-4 border-b border-rule-2 py-1 max-md:grid-cols-2"
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

/** The gauges on the panel: how many, and by name those whose calibration has run out. */
function GaugesAboard({ about }: { about: AircraftDocument }): ReactElement {
  const now = new Date().toISOString();
  const gone = about.instruments.filter((i) => instrumentExpired(i, now));
  return (
    <MarginNote title="Gauges aboard">
      <p className="text-ink-2">
        {about.instruments.length === 0
          ? 'None listed; those of the workshop’s register serve it too.'
          : `${about.instruments.length} listed${gone.length === 0 ? ', all believed today.' : '.'}`}
      </p>
      {gone.map((i) => (
        <p key={i.id} className="font-semibold text-out">
          {i.name}: ran out {i.calibratedUntil}
        </p>
      ))}
      {about.instruments.length > 0 ? (
        <details>
          <summary className="cursor-pointer underline decoration-rule underline-offset-4">By name</summary>
          <ul>
            {about.instruments.map((i) => (
              <li key={i.id}>{i.name}</li>
            ))}
          </ul>
        </details>
      ) : null}
    </MarginNote>
  );
}

/** Campaigns of this aircraft, newest first. */
function Campaigns({ mark }: { mark: string }): ReactElement {
  const [list, setList] = useState<readonly CampaignView[]>();
  useEffect(() => {
    void api
      .get<CampaignView[]>('/api/campaigns')
      .then((a) => (a.ok ? setList(a.value.filter((c) => c.mark === mark)) : undefined));
  }, [mark]);
  if (list === undefined) return <p className="text-ink-2">Looking…</p>;
  if (list.length === 0) return <p className="text-ink-2">None yet.</p>;
  return (
    <ul className="grid max-h-80 gap-1 overflow-auto">
      {list.map((c) => (
        <li key={c.id}>
          <Link
            to={`/campaign/${c.id}${c.releasedAt ? '/release' : ''}`}
            className="underline decoration-rule underline-offset-4"
          >
            {c.title}
          </Link>
          <span className="block text-[0.78rem] text-ink-2">
            {c.releasedAt ? `released ${c.releasedAt.slice(0, 10)}` : 'in hand'}
          </span>
        </li>
      ))}
    </ul>
  );
}

/** An aircraft described: drawn, set up, listed; its code changes with whatever matters. */
export default function AircraftPage(): ReactElement {
  const { mark = '' } = useParams();
  const fresh = useLocation().state as { family?: Family; pack?: string; limitBook?: string } | null;
  const draft = useDraft<AircraftDocument>(
    'aircraft',
    mark,
    fresh?.family === undefined
      ? undefined
      : () => freshAircraft(mark, fresh.family ?? 'piston-single', fresh.pack ?? '', fresh.limitBook ?? ''),
  );
  const [library, setLibrary] = useState<LibraryView>();
  useEffect(() => {
    void api.get<LibraryView>('/api/library').then((a) => (a.ok ? setLibrary(a.value) : undefined));
  }, []);
  const about = draft.document;
  const problems = useMemo(() => (about ? descriptionProblems(about) : []), [about]);
  if (!about)
    return (
      <Frame
        plate={<HangarPlate />}
        sheet={
          <p className="px-[22px] py-6 text-ink-2">
            {draft.phase === 'missing'
              ? (draft.message ?? 'There is no such aircraft.')
              : 'Reading the aircraft…'}
          </p>
        }
        foot={<Foot />}
      />
    );
  const code = configurationCode(about);
  const before = draft.published ? configurationCode(draft.published) : undefined;
  return (
    <Frame
      plate={<HangarPlate />}
      sheet={
        <>
          <DraftBar
            draft={draft}
            kind="aircraft"
            id={mark}
            title={`${mark}, ${about.type}`}
            errors={problems.length}
          />
          <div className="px-[22px] pt-3 pb-8">
            <Identity about={about} change={draft.change} {...(library ? { library } : {})} />
            <Airframe about={about} change={draft.change} />
            <Options about={about} change={draft.change} />
            <EquipmentList about={about} change={draft.change} />
          </div>
        </>
      }
      margin={
        <>
          <MarginNote title="Configuration code">
            <p className="font-mono text-2xl font-bold" data-testid="configuration-code">
              {code}
            </p>
            <p>{configurationTitle(about)}</p>
            {before !== undefined && before !== code ? (
              <p className="mt-1 font-semibold text-near">
                Was {before}; something that matters has changed.
              </p>
            ) : null}
          </MarginNote>
          <MarginNote title="What is missing">
            {problems.length + draft.problems.length === 0 ? (
              <p className="text-ink-2">Nothing.</p>
            ) : (
              <ul className="grid gap-1 font-semibold text-out">
                {problems.map((p, i) => (
                  <li key={i}>{plainWords(p)}</li>
                ))}
                {problems.length === 0 ? draft.problems.map((p) => <li key={p}>{p}</li>) : null}
              </ul>
            )}
          </MarginNote>
          <GaugesAboard about={about} />
          <MarginNote title="Campaigns">
            <Campaigns mark={mark} />
          </MarginNote>
          <p className="cap">
            <Link to="/library" className="underline underline-offset-4">
              Back to the library
            </Link>
          </p>
        </>
      }
      foot={<Foot />}
    />
  );
}
