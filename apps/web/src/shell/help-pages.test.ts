import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { HELP_PAGES, helpAt } from './help-pages.ts';

/** Addresses of views, as the application says them, with an example in each open place. */
function routesOf(file: string, before: string): string[] {
  const text = readFileSync(join(__dirname, '..', file), 'utf8');
  return [
    ...text.matchAll(
      /<Route path="([^"]+)" element=\{<(?!CompleteAddress|Navigate|NothingHere|CampaignPage|PlanPage)/g,
    ),
  ]
    .map(([, path = '']) => `${before}${path.startsWith('/') ? '' : '/'}${path}`.replace(/\?$/, ''))
    .map((path) => path.replace(/:station/, 'run-up').replace(/:\w+/g, 'example'));
}

test('every view has its help, found by its own address, with something to do next', () => {
  const routes = [
    ...routesOf('signed-in.tsx', ''),
    ...routesOf('station/campaign-page.tsx', '/campaign/7'),
    ...routesOf('planning/plan-page.tsx', '/campaign/7/plan'),
  ];
  expect(routes.length).toBeGreaterThan(20);
  for (const route of routes) {
    const page = helpAt(route);
    expect({ route, title: page?.title }).toEqual({ route, title: expect.any(String) as string });
    expect(page?.next.length).toBeGreaterThan(0);
  }
  // And none is for a view that there is not.
  const found = new Set(
    [
      ...routes,
      '/campaign/7/emergency',
      '/campaign/7/calls',
      '/campaign/7/inspection',
      '/campaign/7/controls',
    ].map((r) => helpAt(r)?.at),
  );
  expect(HELP_PAGES.map((p) => p.at).filter((at) => !found.has(at))).toEqual([]);
});

test('the most particular line counts, and nothing is said at an address that is none', () => {
  expect(helpAt('/')?.title).toBe('Hangar');
  expect(helpAt('/campaign/7/gate/power')?.title).toBe('Gate');
  expect(helpAt('/campaign/7/findings/x')?.title).toBe('Finding');
  expect(helpAt('/campaign/7/findings/')?.title).toBe('Findings and tags');
  expect(helpAt('/campaign/7/run-up')?.title).toBe('Station');
  expect(helpAt('/nothing')).toBeUndefined();
  expect(helpAt('/campaign/7/plan/scope/more')).toBeUndefined();
});
