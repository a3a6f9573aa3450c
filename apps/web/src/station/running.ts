import { stateFor } from '@kanzel/core';
import type { CampaignView } from './campaign-context.ts';

/** An engine that runs or power that is on, by the record. */
export interface Running {
  readonly key: string;
  readonly title: string;
  /** When it was said, on the server's clock, in milliseconds since 1970. */
  readonly since: number;
}

/** What runs or is on, as the record has it. */
export function runningOf(view: Pick<CampaignView, 'state' | 'index' | 'names'>): readonly Running[] {
  return [...view.state.states.keys()].flatMap((key) => {
    const [name = '', subject = ''] = key.split('@');
    const definition = view.index.states.get(name);
    const standing = stateFor(view.state, name, subject);
    if (standing?.kind !== 'is' || !standing.by) return [];
    const { value, by } = standing;
    if (!definition || value === definition.initial || (name !== 'engine' && name !== 'power')) return [];
    const title =
      definition.per === 'engine'
        ? `${view.names.subject(subject)} ${value}`
        : `${definition.title} ${value}`;
    return [{ key, title, since: by.since.instant }];
  });
}
