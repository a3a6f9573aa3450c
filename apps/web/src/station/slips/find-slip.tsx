import { Command } from 'cmdk';
import { useMemo, type ReactElement } from 'react';
import { useNavigate } from 'react-router';
import { PLAN_SHEETS } from '../../planning/sheets.ts';
import { STATION_TITLES } from '@kanzel/core';
import { SheetDialog } from '../../ui/sheet-dialog.tsx';
import { useCampaign } from '../campaign-context.ts';

/** Finds a step or does something, by typing. */
export function Find({ onClose }: { onClose: () => void }): ReactElement {
  const view = useCampaign();
  const navigate = useNavigate();
  const doing = useMemo<readonly { text: string; run: () => void }[]>(
    () => [
      { text: 'Add tag', run: () => view.ask({ kind: 'tag' }) },
      { text: 'Raise a finding', run: () => view.ask({ kind: 'finding' }) },
      { text: 'Tags, findings and actions', run: () => void navigate(`${view.base}/findings`) },
      { text: 'Release: read and sign', run: () => void navigate(`${view.base}/release`) },
      { text: 'Back to the hangar', run: () => void navigate('/') },
    ],
    [view, navigate],
  );
  const go = (run: () => void) => (): void => {
    onClose();
    run();
  };
  const item =
    'flex min-h-10 cursor-pointer items-center gap-3 border-b border-rule-2 px-2 data-[selected=true]:bg-ink data-[selected=true]:text-sheet';
  return (
    <SheetDialog open onClose={onClose} title="Find or do">
      <Command label="Find or do">
        <Command.Input
          autoFocus
          placeholder="A check, a station, or what you want to do"
          className="w-full border-0 border-b-2 border-ink bg-transparent px-1 py-2 text-base outline-none focus:border-hand"
        />
        <Command.List className="mt-2 max-h-[50vh] overflow-auto">
          <Command.Empty className="py-4 text-ink-2">Nothing fits. Try another word.</Command.Empty>
          {doing.map((d) => (
            <Command.Item key={d.text} className={item} onSelect={go(d.run)}>
              {d.text}
            </Command.Item>
          ))}
          {PLAN_SHEETS.map(([id, title]) => (
            <Command.Item
              key={id}
              className={item}
              value={`plan ${title}`}
              onSelect={go(() => void navigate(`${view.base}/plan/${id}`))}
            >
              Plan: {title}
            </Command.Item>
          ))}
          {view.status.stations
            .filter((s) => s.total > 0)
            .map((s) => (
              <Command.Item
                key={s.station}
                className={item}
                value={`station ${STATION_TITLES[s.station]}`}
                onSelect={go(() => void navigate(`${view.base}/${s.station}`))}
              >
                {STATION_TITLES[s.station]}
                <span className="ml-auto opacity-80">
                  {s.done}/{s.total}
                </span>
              </Command.Item>
            ))}
          {view.index.basis.pack.checks.map((c) => (
            <Command.Item
              key={c.id}
              className={item}
              value={`${c.title} ${c.challenge} ${c.id}`}
              onSelect={go(() => void navigate(`${view.base}/${c.station}?check=${c.id}`))}
            >
              {c.title}
              <span className="ml-auto text-[0.78rem] opacity-80">{STATION_TITLES[c.station]}</span>
            </Command.Item>
          ))}
        </Command.List>
      </Command>
    </SheetDialog>
  );
}
