import { randomUUID } from 'node:crypto';
import { expect, type Page } from '@playwright/test';

/** Something that happened beside a story, as the record takes it. */
export interface Told {
  readonly kind: string;
  readonly version?: number;
  readonly role: string;
  readonly body: Readonly<Record<string, unknown>>;
}

/** Puts into the record what whoever is signed in on a page did elsewhere; nothing of it may be refused. */
export async function tell(page: Page, base: string, ...told: readonly Told[]): Promise<void> {
  const url = new URL(base);
  const campaign = url.pathname.split('/').pop() ?? '';
  const entries = `${url.origin}/api/campaigns/${campaign}/entries`;
  const me = (await (await page.request.get(`${url.origin}/api/session`)).json()) as { id: string };
  // All of it at once, in its order: whoever tells it made it one after another, on one device.
  const { count } = (await (await page.request.get(`${entries}?after=0`)).json()) as { count: number };
  const answer = await page.request.post(entries, {
    data: {
      entries: told.map(({ kind, version = 1, role, body }) => ({
        id: randomUUID(),
        campaign,
        version,
        kind,
        body,
        at: new Date().toISOString(),
        by: me.id,
        role,
        device: 'bench',
        seen: count,
      })),
    },
  });
  const { refused, ...rest } = (await answer.json()) as { refused: unknown };
  expect([told.map((t) => t.kind), refused, answer.ok() ? '' : JSON.stringify(rest)]).toEqual([
    told.map((t) => t.kind),
    [],
    '',
  ]);
}
