export * from './cells.ts';
export * from './come-home.ts';
export * from './endurance.ts';
export * from './power.ts';
export * from './way-points.ts';
