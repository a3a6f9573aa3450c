import type { ReactElement } from 'react';
import { LOCK_FORMS, LOCK_WORDS } from '@kanzel/core';
import { Button } from '../../ui/button.tsx';
import { LineField, Picker } from '../../ui/picker.tsx';
import type { FieldsProps } from '../answer-fields.ts';

const FORMS = LOCK_FORMS.map((id) => ({ id, text: LOCK_WORDS[id].title }));

/** A number behind the greatest there is, so that a lock that was taken out leaves its id free for nobody. */
const nextId = (ids: readonly string[]): string =>
  `lock-${Math.max(0, ...ids.map((id) => Number(/^lock-(\d+)$/.exec(id)?.[1] ?? 0))) + 1}`;

/** The locks of a check: what each is called, its form, and whether there is one on each engine or motor. */
export function LocksFields({ answer: { locks }, put }: FieldsProps<'locks'>): ReactElement {
  const set = (next: typeof locks): void => put({ kind: 'locks', locks: next });
  return (
    <div className="col-span-4 max-md:col-span-2">
      {locks.map((lock, i) => {
        const change = (next: Partial<typeof lock>): void =>
          set(locks.map((l, k) => (k === i ? { ...l, ...next } : l)));
        return (
          <div key={lock.id} className="grid grid-cols-[2fr_1fr_1fr_auto] items-end gap-x-4">
            <LineField
              label={`Lock ${i + 1}`}
              value={lock.title}
              onChange={(title) => (title === '' ? undefined : change({ title }))}
            />
            <Picker label="Form" value={lock.form} options={FORMS} onChange={(form) => change({ form })} />
            <Picker
              label="There is"
              value={lock.each ?? ''}
              options={[
                { id: '', text: 'one' },
                { id: 'engine', text: 'one on each engine or motor' },
              ]}
              onChange={(each) => {
                const { each: _was, ...rest } = lock;
                set(locks.map((l, k) => (k === i ? { ...rest, ...(each === 'engine' ? { each } : {}) } : l)));
              }}
            />
            <Button
              kind="quiet"
              disabled={locks.length === 1}
              aria-label={`No longer ${lock.title}`}
              onClick={() => set(locks.filter((_, k) => k !== i))}
            >
              ×
            </Button>
          </div>
        );
      })}
      <Button
        className="mt-2"
        onClick={() => set([...locks, { id: nextId(locks.map((l) => l.id)), title: 'Lock', form: 'latch' }])}
      >
        Another lock
      </Button>
    </div>
  );
}
