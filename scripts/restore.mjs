import { backupOrRestore } from './backup.mjs';

/** `npm run restore -- FOLDER`: see backup.mjs. */
await backupOrRestore('restore');
