export { scriptedRecord, tryOrder, tryPack, type Trial } from './steady-hand.ts';
