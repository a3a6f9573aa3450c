import { readLibraryFile, type SourceFile } from '@kanzel/packs';

/** Reads a library file in a thread of its own: a book of limits takes as long as a thousand entries. */
export default (source: SourceFile): ReturnType<typeof readLibraryFile> =>
  readLibraryFile(source.name, source.text);
