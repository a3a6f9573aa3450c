import type { BasisIndex } from '../checks/basis-index.ts';
import type { Role } from '../checks/types.ts';
import type { Entry, EntryBodies, EntryKind } from '../record/entry.ts';
import type { CampaignState } from '../record/state.ts';
import type { About } from './about.ts';
import type { Rule } from './door.ts';
import type { Draft } from './next-state.ts';

/** Turns a body of one version into the next. */
export type Upcaster = (body: unknown) => unknown;

/** What an entry is folded by: nothing is known before the campaign has been opened. */
type Known<K extends EntryKind> = K extends 'campaign.opened' ? undefined : BasisIndex;

/** What one kind of entry does to the state in the making. */
export type Fold<K extends EntryKind> = (draft: Draft, index: Known<K>, entry: Entry<K>) => void;

/**
 * All that the record knows of one kind of entry. Each stands in a file of its own in `kinds/`, and in the table of
 * `entries.ts`, which the compiler holds complete.
 */
export interface EntryType<K extends EntryKind> {
  readonly kind: K;
  /** How often its body has changed, counted from 1. */
  readonly version: number;
  /** The step from each version to the next, from the first on: one fewer than there are versions. */
  readonly upcast: readonly Upcaster[];
  /** The roles in which it may be made. An administrator keeps accounts and makes none. */
  readonly roles: readonly Role[];
  /** The systems that it is about, for authorisations that are limited to some. */
  readonly about: (body: EntryBodies[K], state: CampaignState) => About;
  /** Why the record does not take it, beyond what is asked of every entry. */
  readonly admit: Rule<K>;
  readonly fold: Fold<K>;
}
