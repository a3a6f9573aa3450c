export * from './mission.ts';
