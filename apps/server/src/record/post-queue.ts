import type { Entry, EntryDraft, Folding, Reason, Result } from '@kanzel/core';
import { err, reason } from '@kanzel/core';
import type { PersonView, PostEntriesResponse } from '@kanzel/contract';

/** Requests that may wait for the disk at one time; whoever comes then is told at once to come later. */
const MOST_WAITING = 400;

/** Requests that go to the disk together at most: what is in front is not kept waiting for ever. */
const MOST_TOGETHER = 100;

/** A campaign that a group of posts goes on with. */
export interface Open {
  readonly folding: Folding;
  /** Why nothing is added to it. */
  readonly damaged: Reason | undefined;
  /** What the group has added to it, in order. */
  readonly fresh: Entry[];
}

export interface Post {
  readonly campaign: string;
  readonly drafts: readonly EntryDraft[];
  readonly person: PersonView;
  /** Drafts that name people who are not there, by id. */
  readonly strangers: ReadonlySet<string>;
}

/** A post that waits for its answer. */
export interface Waiting extends Post {
  readonly answer: (result: Result<PostEntriesResponse, Reason>) => void;
}

interface Queued extends Waiting {
  readonly fail: (error: unknown) => void;
}

/** Posts that wait to be written: what comes in while others are on their way to the disk goes there together. */
export class PostQueue {
  private waiting: Queued[] = [];
  private working = false;

  constructor(private readonly commit: (group: readonly Waiting[]) => Promise<void>) {}

  /** Waits for its turn. Error `comeLater`: too many wait. Rejects when the disk refused the group it was in. */
  add(post: Post): Promise<Result<PostEntriesResponse, Reason>> {
    if (this.waiting.length >= MOST_WAITING) return Promise.resolve(err(reason('comeLater')));
    return new Promise((answer, fail) => {
      this.waiting.push({ ...post, answer, fail });
      if (!this.working) void this.work();
    });
  }

  private async work(): Promise<void> {
    this.working = true;
    while (this.waiting.length > 0) {
      // Whatever has arrived by now, and is only being read, goes along.
      await new Promise((resolve) => setImmediate(resolve));
      const group = this.waiting.splice(0, MOST_TOGETHER);
      await this.commit(group).catch((error: unknown) => this.alone(group, error));
    }
    this.working = false;
  }

  /**
   * A group that failed is tried one by one: what the disk refuses is refused to everybody, and what only one of them has brought
   * about is only theirs.
   */
  private async alone(group: readonly Queued[], error: unknown): Promise<void> {
    if (group.length === 1) return group[0]?.fail(error);
    for (const one of group) await this.commit([one]).catch((own: unknown) => one.fail(own));
  }
}
