export * from './problem.ts';
export * from './library.ts';
export * from './write.ts';
export { consequencesTables } from './consequences.ts';
export { documentOfPack } from './compile-pack.ts';
export { documentOfAircraft } from './aircraft-file.ts';
export type { LibraryFormat, ParsedFile, ReadFile } from './parsed-file.ts';
export {
  librarySchema,
  LIBRARY_FORMATS,
  parseLibraryDocument,
  parseLibraryFile,
  readLibraryFile,
  SCHEMA_NAMES,
  type SchemaName,
} from './parse.ts';
export { readAtBuild } from './read-at-build.ts';
export { takeLaidFrom } from './laid-at-build.ts';
