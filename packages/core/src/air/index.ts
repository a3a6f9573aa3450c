export * from './atmosphere.ts';
export * from './airspeed.ts';
