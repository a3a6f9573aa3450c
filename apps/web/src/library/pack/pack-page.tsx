import { useMemo, useState, type ReactElement } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { addCheck, compareChecks, freeCheckId, neighboursOf, packProblems, type Pack } from '@kanzel/core';
import { keep } from '../../sync/database.ts';
import { Foot } from '../../shell/foot.tsx';
import { Frame, MarginNote } from '../../shell/frame.tsx';
import { HangarPlate } from '../../shell/plate.tsx';
import { Button } from '../../ui/button.tsx';
import { LineField } from '../../ui/picker.tsx';
import { DraftBar } from '../draft/draft-bar.tsx';
import { useDraft } from '../draft/use-draft.ts';
import { CheckList } from './check-list.tsx';
import { CheckPanel } from './check-panel.tsx';
import { PackMargin } from './pack-margin.tsx';
import { documentWith, freshCheck, packOf, type PackDocument } from './pack-document.ts';

/** What the pack is called and whom it serves. */
function AboutPack({
  pack,
  change,
  onCopy,
}: {
  pack: Pack;
  change: (next: Pack, about?: string) => void;
  onCopy: () => void;
}): ReactElement {
  return (
    <MarginNote title="The pack">
      <LineField label="Title" value={pack.title} onChange={(title) => change({ ...pack, title }, 'title')} />
      <LineField
        label="Families"
        value={pack.families.join(', ')}
        onChange={(v) => change({ ...pack, families: v.split(/[,\s]+/).filter((f) => f !== '') }, 'families')}
      />
      <p className="mt-2 flex flex-wrap gap-2">
        <Button kind="quiet" onClick={onCopy}>
          Copy as a new pack
        </Button>
      </p>
      <p className="cap">
        <Link to="/library" className="underline underline-offset-4">
          Back to the library
        </Link>
      </p>
    </MarginNote>
  );
}

/** How a check is told apart in the list: in its way, before or behind the one in hand. */
const toneIn =
  (troubled: ReadonlySet<string | undefined>, near: ReturnType<typeof neighboursOf> | undefined) =>
  (check: string): 'problem' | 'waitsFor' | 'neededBy' | 'plain' => {
    if (troubled.has(check)) return 'problem';
    if (near?.waitsFor.includes(check)) return 'waitsFor';
    return near?.neededBy.includes(check) ? 'neededBy' : 'plain';
  };

/** A check pack: its checks in the order of the work, one in hand, and in the margin what is in its way. */
export default function PackPage(): ReactElement {
  const { id = '' } = useParams();
  const navigate = useNavigate();
  const draft = useDraft<PackDocument>('pack', id);
  const [inHand, setInHand] = useState<string>();
  const [wanted, setWanted] = useState('');
  const { document } = draft;
  const pack = useMemo(() => (document ? packOf(document) : undefined), [document]);
  const problems = useMemo(() => (pack ? packProblems(pack) : []), [pack]);
  const changes = useMemo(
    () => (pack && draft.published ? compareChecks(packOf(draft.published).checks, pack.checks) : []),
    [pack, draft.published],
  );
  if (!document || !pack)
    return (
      <Frame
        plate={<HangarPlate />}
        sheet={
          <p className="px-[22px] py-6 text-ink-2">
            {draft.phase === 'missing' ? (draft.message ?? 'There is no such pack.') : 'Reading the pack…'}
          </p>
        }
        foot={<Foot />}
      />
    );
  const change = (next: Pack, about?: string): void => draft.change(documentWith(document, next), about);
  const check = pack.checks.find((c) => c.id === inHand);
  const near = inHand === undefined ? undefined : neighboursOf(pack, inHand);
  const troubled = new Set(problems.map((p) => p.check));
  const words = wanted.trim().toLowerCase();
  const add = (): void => {
    const title = wanted.trim() || 'New check';
    const made = freeCheckId(pack, title);
    change(
      addCheck(
        pack,
        freshCheck(made, title, check, check?.station ?? pack.checks[0]?.station ?? 'papers'),
        check?.id,
      ),
    );
    setInHand(made);
    setWanted('');
  };
  const copy = async (): Promise<void> => {
    const name = `${id}-own`;
    const copied = { ...document, id: name, revision: 1, title: `${pack.title}, own` };
    await keep(`draft kanzel-pack ${name}`, { document: copied, version: 0 });
    void navigate(`/library/pack/${name}`);
  };
  return (
    <Frame
      plate={<HangarPlate />}
      sheet={
        <>
          <DraftBar draft={draft} kind="pack" id={id} title={pack.title} errors={problems.length} />
          <div className="flex flex-wrap items-end gap-3 px-[22px] py-2">
            <LineField
              label="Find, or name a new one"
              value={wanted}
              onChange={setWanted}
              className="min-w-56"
            />
            <Button onClick={add}>{check ? `Add behind “${check.title}”` : 'Add a check'}</Button>
            <span className="cap ml-auto">
              Drag by the dots, or Alt and the arrows. {pack.checks.length} checks.
            </span>
          </div>
          <CheckList
            pack={pack}
            shown={(c) => words === '' || `${c.title} ${c.challenge} ${c.id}`.toLowerCase().includes(words)}
            inHand={inHand}
            toneOf={toneIn(troubled, near)}
            onTake={(c) => setInHand(c === inHand ? undefined : c)}
            onChange={change}
            panel={
              check ? (
                <CheckPanel key={check.id} pack={pack} check={check} onChange={change} onTake={setInHand} />
              ) : null
            }
          />
        </>
      }
      margin={
        <>
          <PackMargin
            pack={pack}
            problems={problems}
            refused={draft.problems}
            near={near}
            changes={changes}
            onTake={setInHand}
          />
          <AboutPack pack={pack} change={change} onCopy={() => void copy()} />
        </>
      }
      foot={<Foot />}
    />
  );
}
