export { tryPack, type Trial } from './steady-hand.ts';
