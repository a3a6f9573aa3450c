import { DEMO_PEOPLE } from '@kanzel/world';

/**
 * `node demo/main.js make FOLDER` makes the demonstration world; `large FOLDER AIRCRAFT CAMPAIGNS ENTRIES` makes a
 * world of that size and prints how many entries it came to; `people` prints who is in it, as JSON.
 */
const [what, folder, ...figures] = process.argv.slice(2);
// Loaded when asked for: whoever only asks for the people need not wait for the whole server.
if (what === 'make' && folder) {
  const { makeDemo } = await import('./make-demo.ts');
  await makeDemo(folder, new Date());
} else if (what === 'large' && folder) {
  const [aircraft = 300, campaigns = 5000, entries = 1_000_000] = figures.map(Number);
  const { makeLarge } = await import('./large.ts');
  const made = await makeLarge(folder, new Date(), { aircraft, campaigns, entries });
  process.stdout.write(`${made}\n`);
} else
  process.stdout.write(JSON.stringify(DEMO_PEOPLE.map(({ name, passphrase }) => ({ name, passphrase }))));
