import { takeLaidFrom } from '../laid-at-build.ts';

/**
 * For tests that are about something else than reading files: what the library that ships says is taken from the build, as the
 * product takes it. What was changed since the build is read all the same, since it is looked up by the hash of its text.
 */
takeLaidFrom(new URL('../../dist/library-read.json', import.meta.url));
