export { scriptedRecord, tryPack, type Trial } from './steady-hand.ts';
