import { makeDemo } from './make-demo.ts';
import { DEMO_PEOPLE } from './world.ts';

/** `node demo/main.js make FOLDER` makes the demonstration world; `people` prints who is in it, as JSON. */
const [what, folder] = process.argv.slice(2);
if (what === 'make' && folder) await makeDemo(folder, new Date());
else process.stdout.write(JSON.stringify(DEMO_PEOPLE.map(({ name, passphrase }) => ({ name, passphrase }))));
