export * from './airspeed-legs.ts';
export * from './stalls.ts';
