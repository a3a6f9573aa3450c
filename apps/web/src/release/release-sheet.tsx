import { useRef, useState, type FormEvent, type ReactElement } from 'react';
import { Link } from 'react-router';
import {
  closestToALimit,
  marginFigure,
  releaseMeaning,
  sayFindingStands,
  STATION_TITLES,
  verdictFigure,
} from '@kanzel/core';
import type { PostEntriesResponse } from '@kanzel/contract';
import { api, sayFailure } from '../api/client.ts';
import { announced } from '../sync/campaign-store.ts';
import { rolesOf, useSession } from '../sync/session.ts';
import { FlightNarrowed } from '../station/flight-narrowed.tsx';
import { useCampaign } from '../station/campaign-context.ts';
import { PartRuler } from '../answers/verdict-line.tsx';
import { Holdings, Overridden } from '../station/holdings.tsx';
import { Button } from '../ui/button.tsx';
import { Field, Problem } from '../ui/field.tsx';
import { MarkSign } from '../ui/mark.tsx';
import { HoldButton } from '../ui/hold-button.tsx';
import { SheetDialog } from '../ui/sheet-dialog.tsx';
import { newDeed } from '../sync/deed.ts';
import { momentInWords } from '../ui/when.ts';

function SignSlip({ onClose }: { onClose: () => void }): ReactElement {
  const view = useCampaign();
  const [passphrase, setPassphrase] = useState('');
  const [statement, setStatement] = useState('');
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const form = useRef<HTMLFormElement>(null);
  const { aircraft, limitBook } = view.index.basis;
  const sign = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    setBusy(true);
    const answer = await api.post<PostEntriesResponse>(`/api/campaigns/${view.id}/release`, {
      ...newDeed(view.state.count),
      passphrase,
      snapshot: view.state.head,
      statement,
    });
    setBusy(false);
    setPassphrase('');
    if (!answer.ok)
      return setProblem(
        answer.error.kind === 'refused' && answer.error.refusal.reason
          ? view.say(answer.error.refusal.reason)
          : sayFailure(answer.error),
      );
    answer.value.accepted.forEach(announced);
    onClose();
  };
  return (
    <SheetDialog
      open
      onClose={onClose}
      title={`Sign the ${view.state.opened?.occasion === 'ground-run' ? 'ground run' : 'release'} of ${aircraft.mark}`}
      hint={`Record ${view.state.head.slice(0, 8)}, ${view.state.count} entries, limit book ${limitBook.title} ${limitBook.revision}, configuration ${aircraft.configuration.code}.`}
    >
      <form ref={form} onSubmit={(e) => void sign(e)}>
        <p className="mb-4 border-l-4 border-ink pl-3 text-base">
          {releaseMeaning(view.state.opened?.occasion)}
        </p>
        <Field
          label="Anything to add to it"
          value={statement}
          onChange={(e) => setStatement(e.target.value)}
        />
        <Field
          label="Your passphrase, again"
          type="password"
          value={passphrase}
          onChange={(e) => setPassphrase(e.target.value)}
          autoComplete="off"
          autoFocus
          required
          hint="A signature is a fresh proof that it is you, over exactly this record."
        />
        <Problem>{problem}</Problem>
        <div className="flex gap-3">
          <HoldButton disabled={busy} onDone={() => form.current?.requestSubmit()}>
            Sign and release {aircraft.mark}
          </HoldButton>
          <input type="submit" hidden />
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </SheetDialog>
  );
}

/** What nobody but its doer looked at again, where the pack allows that: first, since no other eye saw it. */
function OwnLooks(): ReactElement | null {
  const view = useCampaign();
  const looked = [...view.status.parts.values()].flatMap(({ key, answer }) =>
    answer?.witness && answer.witness.by === answer.by ? [view.names.part(key)] : [],
  );
  const inspected = [...view.state.actions.values()].flatMap(({ done, inspection }) =>
    inspection && inspection.by === done.by ? [done.what] : [],
  );
  const all = [...looked, ...inspected];
  if (all.length === 0) return null;
  return (
    <p
      className="border-b-4 border-near bg-near-bg px-[22px] py-2 font-semibold"
      aria-label="No second person"
    >
      Looked at again by whoever did it, without a second person: {all.join(', ')}.
    </p>
  );
}

/** Files that go with a release, as links. */
export function GoesWithIt(): ReactElement {
  const view = useCampaign();
  return (
    <ul className="list-disc space-y-1 pl-4">
      <li>
        <a
          className="underline underline-offset-4"
          href={`/api/campaigns/${view.id}/release-sheet`}
          target="_blank"
          rel="noreferrer"
        >
          Release sheet (PDF)
        </a>
      </li>
      <li>
        <a
          className="underline underline-offset-4"
          href={`/api/campaigns/${view.id}/ground-run.pdf`}
          target="_blank"
          rel="noreferrer"
        >
          Ground run, with its traces (PDF)
        </a>
      </li>
      <li>
        <a className="underline underline-offset-4" href={`/api/campaigns/${view.id}/record-file`} download>
          Record file, can be verified by anyone
        </a>
      </li>
      <li>
        <a
          className="underline underline-offset-4"
          href={`/api/campaigns/${view.id}/record-with-pictures`}
          download
        >
          Record with its photographs and copies
        </a>
      </li>
    </ul>
  );
}

/** What keeps it from being released, each line leading to where it is cured. */
function Held({ held }: { held: boolean }): ReactElement {
  const view = useCampaign();
  const gate = view.status.gates.find((g) => g.gate.before === 'release');
  const unpassed = view.status.gates.find((g) => g.gate.before !== 'release' && g.state !== 'passed');
  return (
    <>
      {unpassed && !held ? (
        <p className="mt-3 flex min-h-11 items-center border-b border-rule-2">
          <span className="flex-1">{unpassed.gate.title} has not been passed.</span>
          <Link
            className="font-semibold underline underline-offset-4"
            to={`${view.base}/gate/${unpassed.gate.id}`}
          >
            Go there
          </Link>
        </p>
      ) : null}
      {gate ? <Holdings gate={gate} label="What holds the release" /> : null}
    </>
  );
}

/** The figures with the least margin, worst first. */
function ClosestToALimit(): ReactElement {
  const view = useCampaign();
  const closest = closestToALimit(view.status, 6);
  return (
    <section>
      <h2 className="mb-1 font-semibold">Closest to a limit</h2>
      {closest.length === 0 ? <p className="text-ink-2">Nothing has been measured yet.</p> : null}
      <ul>
        {closest.map((p) => {
          const part = view.index.parts.get(p.key);
          return part ? (
            <li
              key={p.key}
              className="grid min-h-10 grid-cols-[20px_minmax(9rem,1fr)_6.5rem_140px_6rem] items-center gap-3 border-b border-rule-2 max-md:grid-cols-[20px_1fr_6.5rem]"
            >
              <MarkSign mark={p.mark} size={15} />
              <span>
                {view.names.part(p.key)}
                {p.verdicts[0]?.margin ? null : (
                  <span className="cap block">{p.reasons.map(view.say).join(' ')}</span>
                )}
              </span>
              <span className="text-right font-bold">{verdictFigure(p.verdicts[0])}</span>
              <span className="max-md:hidden">
                <PartRuler part={part} verdict={p.verdicts[0]} size="small" />
              </span>
              <span className="text-right max-md:hidden">{marginFigure(p.verdicts[0])}</span>
            </li>
          ) : null;
        })}
      </ul>
    </section>
  );
}

/** Every finding of the campaign, what was done about it, and where it stands. */
function FindingsInWords(): ReactElement {
  const view = useCampaign();
  const findings = [...view.state.findings.values()];
  return (
    <section>
      <h2 className="mb-1 font-semibold">Findings</h2>
      <FlightNarrowed />
      {findings.length === 0 ? <p className="text-ink-2">None were raised.</p> : null}
      <ul>
        {findings.map((f) => (
          <li key={f.raised.finding} className="flex min-h-9 items-center gap-3 border-b border-rule-2">
            <MarkSign
              mark={f.closed ? 'within' : f.assessed?.severity === 'deferred' ? 'near' : 'out'}
              size={15}
              label={false}
            />
            <Link className="flex-1" to={`${view.base}/findings/${f.raised.finding}`}>
              {f.raised.title}
            </Link>
            <span className="text-ink-2">
              {f.actions.flatMap((a) => view.state.actions.get(a)?.done.what ?? []).join('; ')}
            </span>
            <span>{sayFindingStands(f, view.state)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** How far each station is. */
function EvidenceByStation(): ReactElement {
  const view = useCampaign();
  return (
    <section>
      <h2 className="mb-1 font-semibold">Evidence by station</h2>
      <ul className="flex flex-wrap gap-x-6 gap-y-2">
        {view.status.stations
          .filter((s) => s.total > 0)
          .map((s) => (
            <li key={s.station} className="inline-flex items-center gap-2">
              <MarkSign mark={s.mark} size={14} />
              {STATION_TITLES[s.station]} {s.done}/{s.total}
            </li>
          ))}
      </ul>
    </section>
  );
}

/** Return to service: what holds it, or what would be signed for. */
export function ReleaseSheet(): ReactElement {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const [signing, setSigning] = useState(false);
  const gate = view.status.gates.find((g) => g.gate.before === 'release');
  const unpassed = view.status.gates.find((g) => g.gate.before !== 'release' && g.state !== 'passed');
  const { release } = view.state;
  const certifier = rolesOf(person).includes('certifier');
  const held = gate?.holdings ?? [];
  const ready = held.length === 0 && !unpassed;
  const near = [...view.status.parts.values()].filter((p) => p.mark === 'near').length;
  const title = release
    ? 'Released to service.'
    : ready
      ? 'Nothing holds this aircraft but your signature.'
      : 'The release is held.';
  return (
    <>
      <header className="flex min-h-12 flex-wrap items-center gap-x-4 border-b border-rule px-[22px] py-1.5">
        <h2 className="text-[1.19rem] font-semibold narrow">Return to service</h2>
        <span className="text-ink-2">
          {view.index.basis.pack.checks.length} checks, {near} near a limit, {view.status.openFindings.length}{' '}
          {view.status.openFindings.length === 1 ? 'finding' : 'findings'} open
        </span>
        <span className="cap ml-auto">
          Record {view.state.head.slice(0, 8)}, {view.state.count} entries
        </span>
      </header>
      <Overridden />
      <OwnLooks />
      <section className="border-b border-rule px-[22px] py-4">
        <div className="flex flex-wrap items-start justify-between gap-4">
          <div className="max-w-xl">
            <h1 className="text-[1.56rem] leading-tight font-semibold narrow">{title}</h1>
            <p className="mt-1 text-ink-2">
              {release
                ? `Signed by ${view.who(release.by)}, ${momentInWords(release.at)}, over record ${release.snapshot.slice(0, 8)}.`
                : ready
                  ? certifier
                    ? `Every requirement of the pack is proven for configuration ${view.index.basis.aircraft.configuration.code}. What follows is what you would be signing for.`
                    : 'A certifying person signs. You hold no such authorisation.'
                  : 'Each line leads to where it is cured.'}
            </p>
          </div>
          {ready && !release && certifier ? (
            <Button kind="main" onClick={() => setSigning(true)} autoFocus>
              Read and sign
            </Button>
          ) : null}
          {release ? (
            <a
              className="inline-flex min-h-11 items-center rounded-[3px] border-[1.5px] border-hand bg-hand px-4 text-sm font-semibold text-on-hand"
              href={`/api/campaigns/${view.id}/release-sheet`}
              target="_blank"
              rel="noreferrer"
            >
              Open the release sheet
            </a>
          ) : null}
        </div>
        {release || ready ? null : <Held held={held.length > 0} />}
      </section>
      <div className="space-y-5 px-[22px] py-4">
        <ClosestToALimit />
        <FindingsInWords />
        <EvidenceByStation />
      </div>
      {signing ? <SignSlip onClose={() => setSigning(false)} /> : null}
    </>
  );
}
