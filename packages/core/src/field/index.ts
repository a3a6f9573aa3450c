export * from './covered-track.ts';
export * from './field-chart.ts';
export * from './glide-cover.ts';
export * from './pattern.ts';
export * from './straight-in.ts';
