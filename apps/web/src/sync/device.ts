import { newId } from './new-id.ts';

const KEY = 'kanzel-device';

function makeDeviceId(): string {
  const id = `device-${newId().slice(0, 8)}`;
  localStorage.setItem(KEY, id);
  return id;
}

/** The name of this device in the record; made once. */
export const DEVICE: string = localStorage.getItem(KEY) ?? makeDeviceId();
