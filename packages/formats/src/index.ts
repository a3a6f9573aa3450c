export * from './engine-line.ts';
export * from './record-file.ts';
