export { readFrames, writeFrame, type FrameSender, type Heard } from './frames.ts';
export { MESSAGES, type MessageFigures, type MessageName } from './messages.ts';
