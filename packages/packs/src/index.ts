export * from './problem.ts';
export * from './library.ts';
export { parseLibraryFile, type LibraryFormat, type ParsedFile } from './parse.ts';
