import { useState, type ReactElement } from 'react';
import type { ExportedFile } from '@kanzel/contract';
import { api, sayFailure } from '../../api/client.ts';
import { rolesOf, useSession } from '../../sync/session.ts';
import { Button } from '../../ui/button.tsx';
import { HoldButton } from '../../ui/hold-button.tsx';
import { SheetDialog } from '../../ui/sheet-dialog.tsx';
import { Problem } from '../../ui/field.tsx';
import { saveFile } from '../../ui/save-file.ts';
import type { Draft } from './use-draft.ts';
import { useKeys } from '../../ui/use-keys.ts';

const PHASES: Readonly<Record<Draft<object>['phase'], string>> = {
  reading: 'Reading…',
  missing: 'Not here',
  published: 'As published',
  keeping: 'Saving the draft…',
  kept: 'Draft kept; nobody is judged by it yet',
  waiting: 'Draft on this device only; the server cannot be reached',
  stale: 'Somebody else has changed this draft',
  refused: 'The server did not take the draft',
};

/** Ctrl+Z and Ctrl+Y, or with Shift, where no field has the word; a field undoes its own typing first. */
function useUndoKeys(draft: Pick<Draft<object>, 'undo' | 'redo'>): void {
  useKeys((event) => {
    if (!(event.ctrlKey || event.metaKey) || document.querySelector('[role=dialog]')) return;
    const key = event.key.toLowerCase();
    const back = key === 'z' && !event.shiftKey;
    const forth = key === 'y' || (key === 'z' && event.shiftKey);
    if (!back && !forth) return;
    event.preventDefault();
    if (back) draft.undo();
    else draft.redo();
  });
}

/** Two people wrote over the same version: neither is lost. */
function TwoVersions({ draft }: { draft: Pick<Draft<object>, 'takeTheirs' | 'keepMine'> }): ReactElement {
  return (
    <div
      role="alert"
      className="my-2 flex flex-wrap items-center gap-2 border-l-4 border-near bg-near-bg px-3 py-2"
    >
      <span>Yours is on this screen, theirs is on the server. Neither was written over.</span>
      <Button onClick={() => void draft.takeTheirs()}>Show theirs</Button>
      <Button onClick={() => void draft.keepMine()}>Put mine over it</Button>
    </div>
  );
}

function AskPublish({
  open,
  revision,
  message,
  onClose,
  onPublish,
}: {
  open: boolean;
  revision: number;
  /** What stands in its way. */
  message: string | undefined;
  onClose: () => void;
  onPublish: () => void;
}): ReactElement {
  return (
    <SheetDialog
      open={open}
      onClose={onClose}
      title={`Publish as revision ${revision}`}
      hint="New campaigns are judged by it from now on. Those in progress keep what they began with until somebody moves them. A published revision never changes."
    >
      <Problem>{message}</Problem>
      <HoldButton autoFocus onDone={onPublish}>
        Publish
      </HoldButton>
    </SheetDialog>
  );
}

function AskDiscard({
  open,
  onClose,
  onDiscard,
}: {
  open: boolean;
  onClose: () => void;
  onDiscard: () => void;
}): ReactElement {
  return (
    <SheetDialog
      open={open}
      onClose={onClose}
      title="Discard this draft"
      hint="What is published stays. What was written in the draft is gone for everybody."
    >
      <Button kind="danger" autoFocus onClick={onDiscard}>
        Discard the draft
      </Button>
    </SheetDialog>
  );
}

/** Why it cannot be published as it is. */
function Held({ mayPublish, held }: { mayPublish: boolean; held: number }): ReactElement | null {
  if (!mayPublish)
    return <p className="cap">An inspector, a certifying person or an administrator publishes it.</p>;
  if (held === 0) return null;
  return (
    <p className="cap">
      {held === 1 ? 'One thing keeps' : `${held} things keep`} it from being published; they are named in the
      margin.
    </p>
  );
}

/** What can be done with a document in hand: back and forth, publish, discard, take along as a file. */
export function DraftBar<T extends { readonly revision: number }>({
  draft,
  kind,
  id,
  title,
  errors,
  onPublished,
}: {
  draft: Draft<T>;
  kind: string;
  id: string;
  title: string;
  /** What the page itself knows to keep it from being published. */
  errors: number;
  onPublished?: () => void;
}): ReactElement {
  const person = useSession((s) => s.person);
  const [asking, setAsking] = useState<'publish' | 'discard'>();
  const [problem, setProblem] = useState<string>();
  const [done, setDone] = useState<string>();
  useUndoKeys(draft);
  const mayPublish = rolesOf(person).some((r) => ['inspector', 'certifier', 'administrator'].includes(r));
  const changed = draft.phase !== 'published' && draft.phase !== 'reading' && draft.phase !== 'missing';
  const held = Math.max(errors, draft.problems.length);
  const take = async (as: string): Promise<void> => {
    const answer = await api.get<ExportedFile>(`/api/library/files/${kind}/${id}?as=${as}`);
    if (answer.ok) saveFile(answer.value.name, answer.value.text);
    setProblem(answer.ok ? undefined : sayFailure(answer.error));
  };
  return (
    <div className="sticky top-0 z-20 border-b border-rule bg-sheet px-[22px] py-2 max-md:static">
      <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
        <h1 className="mr-2 text-[1.25rem] font-semibold narrow">{title}</h1>
        <span
          role="status"
          className={`mr-auto ${draft.phase === 'stale' || draft.phase === 'refused' ? 'font-semibold text-out' : draft.phase === 'waiting' ? 'font-semibold text-near' : 'text-ink-2'}`}
        >
          {draft.document && draft.published
            ? `Revision ${draft.published.revision}. `
            : draft.document
              ? 'New. '
              : ''}
          {done ?? PHASES[draft.phase]}
        </span>
        <Button kind="quiet" disabled={!draft.canUndo} onClick={draft.undo}>
          Undo
        </Button>
        <Button kind="quiet" disabled={!draft.canRedo} onClick={draft.redo}>
          Redo
        </Button>
        {draft.published ? (
          <>
            {kind === 'limit-book' ? (
              <Button kind="quiet" onClick={() => void take('csv')}>
                As table
              </Button>
            ) : null}
            <Button kind="quiet" onClick={() => void take('yaml')}>
              As file
            </Button>
          </>
        ) : null}
        {changed ? (
          <>
            <Button kind="quiet" onClick={() => setAsking('discard')}>
              Discard
            </Button>
            <Button kind="main" disabled={!mayPublish || held > 0} onClick={() => setAsking('publish')}>
              Publish
            </Button>
          </>
        ) : null}
      </div>
      {changed ? <Held mayPublish={mayPublish} held={held} /> : null}
      <Problem>{problem ?? (draft.phase === 'refused' ? draft.message : undefined)}</Problem>
      {draft.phase === 'stale' ? <TwoVersions draft={draft} /> : null}
      <AskPublish
        open={asking === 'publish'}
        revision={(draft.published?.revision ?? 0) + 1}
        message={draft.phase === 'waiting' ? draft.message : undefined}
        onClose={() => setAsking(undefined)}
        onPublish={() => {
          void draft.publish().then((revision) => {
            setAsking(undefined);
            if (revision === undefined) return;
            setDone(`Published as revision ${revision}.`);
            onPublished?.();
          });
        }}
      />
      <AskDiscard
        open={asking === 'discard'}
        onClose={() => setAsking(undefined)}
        onDiscard={() => {
          void draft.discard();
          setAsking(undefined);
        }}
      />
    </div>
  );
}
