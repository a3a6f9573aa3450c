import { useState, type ReactElement } from 'react';
import { useForm } from 'react-hook-form';
import type { Aircraft, Entry } from '@kanzel/core';
import { api, sayFailure } from '../api/client.ts';
import { DEVICE } from '../sync/device.ts';
import { Button } from '../ui/button.tsx';
import { Picker } from '../ui/picker.tsx';
import { Choices, Field, Problem, TextField } from '../ui/field.tsx';
import { SheetDialog } from '../ui/sheet-dialog.tsx';
import { newId } from '../sync/new-id.ts';

interface Form {
  title: string;
  workItems: string;
}

type Occasion = 'post-maintenance' | 'acceptance' | 'maiden';

/** So many aircraft stand as words to choose among; more come as a list. */
const AS_WORDS = 12;

/** Opens a campaign: which aircraft, why, and what was done. */
export function NewCampaign({
  aircraft,
  onClose,
  onOpened,
}: {
  aircraft: readonly Aircraft[];
  onClose: () => void;
  onOpened: (id: string) => void;
}): ReactElement {
  const [mark, setMark] = useState(aircraft[0]?.mark);
  const [occasion, setOccasion] = useState<Occasion>('post-maintenance');
  const [id] = useState(() => newId());
  const [problem, setProblem] = useState<string>();
  const { register, handleSubmit, formState } = useForm<Form>();
  const open = handleSubmit(async ({ title, workItems }) => {
    const items = workItems
      .split('\n')
      .map((w) => w.trim())
      .filter(Boolean);
    const answer = await api.post<Entry>('/api/campaigns', {
      id,
      mark,
      title: title.trim(),
      occasion,
      workItems: items,
      at: new Date().toISOString(),
      device: DEVICE,
    });
    if (!answer.ok) return setProblem(sayFailure(answer.error));
    onOpened(id);
  });
  return (
    <SheetDialog
      open
      onClose={onClose}
      title="Open a campaign"
      hint="It holds the pack, the limit book and the configuration it begins with."
    >
      <form onSubmit={(e) => void open(e)}>
        {aircraft.length > AS_WORDS ? (
          <Picker
            className="mb-4"
            label="Aircraft"
            value={mark ?? ''}
            options={aircraft.map((a) => ({ id: a.mark, text: `${a.mark}, ${a.type}` }))}
            onChange={setMark}
          />
        ) : (
          <Choices
            label="Aircraft"
            value={mark}
            options={aircraft.map((a) => ({ id: a.mark, text: a.mark }))}
            onChange={setMark}
          />
        )}
        <Choices
          label="Occasion"
          value={occasion}
          options={[
            { id: 'post-maintenance', text: 'After maintenance' },
            { id: 'acceptance', text: 'Acceptance' },
            { id: 'maiden', text: 'Maiden flight' },
          ]}
          onChange={setOccasion}
        />
        <Field
          label="Title"
          placeholder="Left propeller governor replaced"
          {...register('title', { required: true, maxLength: 200 })}
          autoFocus
        />
        <TextField label="Work items, one a line" {...register('workItems')} />
        <Problem>
          {formState.errors.title ? 'Say in a few words what this campaign is about.' : problem}
        </Problem>
        <div className="flex gap-3">
          <Button kind="main" type="submit" disabled={formState.isSubmitting}>
            Open the campaign
          </Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
      </form>
    </SheetDialog>
  );
}
