export * from './engine-line.ts';
export * from './record-file.ts';
export * from './record-pictures.ts';
export * from './limit-table.ts';
export * from './aerodrome-forecast.ts';
export * from './table.ts';
export * from './json-bounds.ts';
export { withoutPosition, type WithoutPosition } from './photo-position.ts';
export * from './mavlink/index.ts';
