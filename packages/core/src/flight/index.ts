export * from './airspeed-legs.ts';
export * from './climb.ts';
export * from './glide.ts';
export * from './hot-day.ts';
export * from './stalls.ts';
export * from './take-off.ts';
export * from './track-legs.ts';
export * from './turn-back.ts';
