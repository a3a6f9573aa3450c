export * from './outputs.ts';
export * from './inputs.ts';
export * from './mountings.ts';
export * from './causes.ts';
export * from './explain.ts';
export * from './fix.ts';
export * from './travel.ts';
export * from './tilt.ts';
