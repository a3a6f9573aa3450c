import { ownMember, type Reason } from '@kanzel/core';
import { readHandover, writeHandover } from '@kanzel/formats';
import { lazy, Suspense, useId, useState, type ChangeEvent, type ReactElement } from 'react';
import { useNavigate } from 'react-router';
import { MarginNote } from '../shell/frame.tsx';
import { dropHandedOver, takeHandedOver, toHandOver, useCampaigns } from '../sync/campaign-store.ts';
import { serverInstant } from '../sync/clock.ts';
import { copiesToHand } from '../sync/copies.ts';
import { DEVICE } from '../sync/device.ts';
import { useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { saveFile } from '../ui/save-file.ts';

/** Larger than any campaign of one field day. */
const MOST_BYTES = 100_000_000;

const CodesShown = lazy(() => import('./codes-shown.tsx'));
const CodesRead = lazy(() => import('./codes-read.tsx'));

/** Takes what another device made, as a file or as codes on its screen, and opens its campaign here. */
export function TakeOver({ say }: { readonly say: (reason: Reason) => string }): ReactElement {
  const id = useId();
  const navigate = useNavigate();
  const [said, setSaid] = useState<{ readonly text: string; readonly good: boolean }>();
  const [reading, setReading] = useState(false);
  /** Gives what is wrong, where nothing was taken. */
  const takeText = async (text: string): Promise<string | undefined> => {
    const read = readHandover(text);
    const taken = read.ok ? await takeHandedOver(read.value) : read;
    if (!read.ok || !taken.ok) return say(taken.ok ? { code: 'handoverDamaged', params: {} } : taken.error);
    setSaid({
      text:
        taken.value === 0
          ? 'Everything in it was here already.'
          : `${taken.value} ${taken.value === 1 ? 'entry' : 'entries'} taken from ${read.value.device}.`,
      good: true,
    });
    void navigate(`/campaign/${read.value.campaign}`);
    return undefined;
  };
  const take = async (event: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const { target } = event;
    const [file] = target.files ?? [];
    if (!file) return;
    const text = file.size > MOST_BYTES ? '' : await file.text();
    // The same file can be chosen again once it has been made again.
    target.value = '';
    const wrong = await takeText(text);
    if (wrong !== undefined) setSaid({ text: wrong, good: false });
  };
  return (
    <>
      <label
        htmlFor={id}
        className="inline-flex min-h-11 cursor-pointer items-center rounded-[3px] border-[1.5px] border-ink px-4 font-semibold has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-hand max-lg:min-h-14"
      >
        Take from another device
        <input
          id={id}
          type="file"
          accept=".json,application/json"
          className="sr-only"
          onChange={(e) => void take(e)}
        />
      </label>
      <Button onClick={() => setReading(true)}>Read codes</Button>
      {said ? (
        <p
          role={said.good ? 'status' : 'alert'}
          className={`mt-1 font-semibold ${said.good ? '' : 'text-out'}`}
        >
          {said.text}
        </p>
      ) : null}
      {reading ? (
        <Suspense fallback={null}>
          <CodesRead say={say} onText={takeText} onClose={() => setReading(false)} />
        </Suspense>
      ) : null}
    </>
  );
}

/** Two devices in one field without the server: what one has goes to the other as a file or as codes, and both go on. */
export function HandOver({
  campaign,
  mark,
  say,
}: {
  readonly campaign: string;
  readonly mark: string;
  readonly say: (reason: Reason) => string;
}): ReactElement | null {
  const reachable = useCampaigns((s) => s.reachable);
  const handed = useCampaigns(
    (s) => ownMember(s.held, campaign)?.waiting.filter((q) => q.handed).length ?? 0,
  );
  const person = useSession((s) => s.person);
  const people = useSession((s) => s.people);
  const by = useCampaigns((s) => ownMember(s.held, campaign)?.waiting.find((q) => q.handed)?.handed?.by);
  const [sure, setSure] = useState(false);
  const [showing, setShowing] = useState(false);
  const unsent = useCampaigns((s) => ownMember(s.held, campaign)?.waiting.length ?? 0);
  if (reachable && handed === 0) return null;
  const written = async (with_: { readonly record: boolean; readonly copies: boolean }): Promise<string> => {
    const { entries, drafts } = await toHandOver(campaign);
    const copies = with_.copies ? await copiesToHand(drafts) : [];
    return writeHandover({
      campaign,
      mark,
      madeAt: serverInstant(),
      by: person?.id ?? '',
      device: DEVICE,
      entries: with_.record ? entries : [],
      drafts,
      ...(copies.length > 0 ? { copies } : {}),
    });
  };
  const hand = async (): Promise<void> => {
    const text = await written({ record: true, copies: true });
    const madeAt = serverInstant();
    saveFile(`${mark}-${madeAt.slice(0, 16).replace(/[:T]/g, '-')}-${DEVICE}.kanzel.json`, text);
  };
  return (
    <MarginNote title={reachable ? 'Handed over' : 'Without the server'}>
      {handed > 0 ? (
        <p>
          {handed} {handed === 1 ? 'entry' : 'entries'} of{' '}
          {people.find((p) => p.id === by)?.fullName ?? 'another device'} {handed === 1 ? 'is' : 'are'} shown
          here; {handed === 1 ? 'it goes' : 'they go'} to the server from the device on which{' '}
          {handed === 1 ? 'it was' : 'they were'} made.
        </p>
      ) : (
        <p className="text-ink-2">Another device in this field can go on with what was done on this one.</p>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        {reachable ? null : (
          <>
            <Button onClick={() => void hand()}>Hand to another device</Button>
            <Button onClick={() => setShowing(true)}>Show as codes</Button>
            <TakeOver say={say} />
          </>
        )}
        {handed > 0 ? (
          <Button
            kind="quiet"
            onClick={() => (sure ? void dropHandedOver(campaign).then(() => setSure(false)) : setSure(true))}
          >
            {sure ? `Press again: take ${handed} off this device` : 'Take them off this device'}
          </Button>
        ) : null}
      </div>
      {showing ? (
        <Suspense fallback={null}>
          <CodesShown
            unsent={unsent}
            say={say}
            textOf={(what) => written({ record: what === 'whole', copies: false })}
            onClose={() => setShowing(false)}
          />
        </Suspense>
      ) : null}
    </MarginNote>
  );
}
