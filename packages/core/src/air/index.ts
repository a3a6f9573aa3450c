export * from './atmosphere.ts';
export * from './airspeed.ts';
export * from './runway-wind.ts';
