import { ownMember, type Reason } from '@kanzel/core';
import { readHandover, writeHandover } from '@kanzel/formats';
import { useId, useState, type ChangeEvent, type ReactElement } from 'react';
import { useNavigate } from 'react-router';
import { MarginNote } from '../shell/frame.tsx';
import { dropHandedOver, takeHandedOver, toHandOver, useCampaigns } from '../sync/campaign-store.ts';
import { serverInstant } from '../sync/clock.ts';
import { DEVICE } from '../sync/device.ts';
import { useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { saveFile } from '../ui/save-file.ts';

/** Larger than any campaign of one field day. */
const MOST_BYTES = 60_000_000;

/** Takes a file that another device made, and opens its campaign here. */
export function TakeOver({ say }: { readonly say: (reason: Reason) => string }): ReactElement {
  const id = useId();
  const navigate = useNavigate();
  const [said, setSaid] = useState<{ readonly text: string; readonly good: boolean }>();
  const take = async (event: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const { target } = event;
    const [file] = target.files ?? [];
    if (!file) return;
    const read = readHandover(file.size > MOST_BYTES ? '' : await file.text());
    // The same file can be chosen again once it has been made again.
    target.value = '';
    const taken = read.ok ? await takeHandedOver(read.value) : read;
    if (!read.ok || !taken.ok) {
      setSaid({ text: say(taken.ok ? { code: 'handoverDamaged', params: {} } : taken.error), good: false });
      return;
    }
    setSaid({
      text:
        taken.value === 0
          ? 'Everything in it was here already.'
          : `${taken.value} ${taken.value === 1 ? 'entry' : 'entries'} taken from ${read.value.device}.`,
      good: true,
    });
    void navigate(`/campaign/${read.value.campaign}`);
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
      {said ? (
        <p
          role={said.good ? 'status' : 'alert'}
          className={`mt-1 font-semibold ${said.good ? '' : 'text-out'}`}
        >
          {said.text}
        </p>
      ) : null}
    </>
  );
}

/** Two devices in one field without the server: what one has goes to the other as a file, and both go on. */
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
  if (reachable && handed === 0) return null;
  const hand = async (): Promise<void> => {
    const { entries, drafts } = await toHandOver(campaign);
    const madeAt = serverInstant();
    const text = writeHandover({
      campaign,
      mark,
      madeAt,
      by: person?.id ?? '',
      device: DEVICE,
      entries,
      drafts,
    });
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
    </MarginNote>
  );
}
