export * from './engine-model.ts';
export * from './twin.ts';
export * from './line-server.ts';
export { seededRandom, type RandomSource } from './random.ts';
export * from './weather.ts';
export * from './scales.ts';
export * from './vehicle.ts';
