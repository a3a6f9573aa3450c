import { useEffect, useMemo, useState, type ReactElement } from 'react';
import { Link, useParams } from 'react-router';
import type { CampaignView, LibraryView } from '@kanzel/contract';
import {
  configurationCode,
  configurationTitle,
  descriptionProblems,
  instrumentExpired,
  sayDay,
} from '@kanzel/core';
import { api } from '../../api/client.ts';
import { Foot } from '../../shell/foot.tsx';
import { Frame, MarginNote } from '../../shell/frame.tsx';
import { HangarPlate } from '../../shell/plate.tsx';
import { plainWords } from '../../ui/plain-words.ts';
import { DraftBar } from '../draft/draft-bar.tsx';
import { useDraft } from '../draft/use-draft.ts';
import type { AircraftDocument } from './aircraft-document.ts';
import { Airframe } from './airframe-part.tsx';
import { EquipmentList } from './equipment-part.tsx';
import { Identity } from './identity-part.tsx';
import { LineNote } from './line-note.tsx';
import { LoadingPart } from './loading/loading-part.tsx';
import { Options } from './options-part.tsx';
import { WhatNext } from './what-next.tsx';
import { dayInWords } from '../../ui/when.ts';

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
          {i.name}: ran out {sayDay(i.calibratedUntil ?? '')}
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

/** Campaigns that are listed at a time. */
const PAGE = 50;

/** Campaigns of this aircraft, newest first. */
function Campaigns({ mark }: { mark: string }): ReactElement {
  const [list, setList] = useState<readonly CampaignView[]>();
  useEffect(() => {
    void api
      .get<CampaignView[]>(`/api/campaigns?${new URLSearchParams({ mark, limit: String(PAGE) })}`)
      .then((a) => (a.ok ? setList(a.value) : undefined));
  }, [mark]);
  const more = (): void => {
    const last = list?.at(-1)?.id ?? '';
    const asked = new URLSearchParams({ mark, limit: String(PAGE), before: last });
    void api
      .get<CampaignView[]>(`/api/campaigns?${asked}`)
      .then((a) => (a.ok ? setList((before) => [...(before ?? []), ...a.value]) : undefined));
  };
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
            {c.releasedAt ? `released ${dayInWords(c.releasedAt)}` : 'in progress'}
          </span>
        </li>
      ))}
      {list.length > 0 && list.length % PAGE === 0 ? (
        <li>
          <button type="button" className="min-h-11 underline underline-offset-4" onClick={more}>
            Show earlier ones
          </button>
        </li>
      ) : null}
    </ul>
  );
}

/** An aircraft described: drawn, set up, listed; its code changes with whatever matters. */
export default function AircraftPage(): ReactElement {
  const { mark = '' } = useParams();
  const draft = useDraft<AircraftDocument>('aircraft', mark);
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
            <LoadingPart about={about} change={draft.change} />
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
            {draft.published ? (
              <a
                href={`/api/aircraft/${mark}/label.pdf`}
                target="_blank"
                rel="noreferrer"
                className="underline decoration-rule underline-offset-4"
              >
                Print its label
              </a>
            ) : null}
            {before !== undefined && before !== code ? (
              <p className="mt-1 font-semibold text-near">
                Was {before}; something that matters has changed.
              </p>
            ) : null}
          </MarginNote>
          <WhatNext about={about} published={draft.phase === 'published'} library={library} />
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
          {draft.published ? <LineNote mark={mark} /> : null}
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
