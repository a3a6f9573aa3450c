export * from './deviation.ts';
export * from './magnetometer.ts';
export * from './world-model.ts';
