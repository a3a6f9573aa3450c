import { useEffect, useRef, useState, type ReactElement } from 'react';
import { SOUND_TYPES, type Scan } from '@kanzel/core';
import { useCopyAddress } from '../answers/photo/use-address.ts';
import { keepCopy } from '../sync/copies.ts';
import { Button } from '../ui/button.tsx';

/** Longer than this nobody speaks at once (ms): it stops by itself, and what was spoken is kept. */
const LONGEST = 120_000;

/** What this browser records a voice in; undefined where it cannot. */
const recordsIn = (): (typeof SOUND_TYPES)[number] | undefined =>
  typeof MediaRecorder === 'undefined'
    ? undefined
    : SOUND_TYPES.find((t) => MediaRecorder.isTypeSupported(t));

/** One press begins to record a voice, the next one keeps it: on this device first, then with the record. */
export function Speak({
  onSpoken,
  onProblem,
}: {
  readonly onSpoken: (sound: Scan) => void;
  readonly onProblem: (why: string) => void;
}): ReactElement | null {
  const running = useRef<MediaRecorder>(undefined);
  const [speaking, setSpeaking] = useState(false);
  useEffect(() => () => running.current?.stop(), []);
  const type = recordsIn();
  if (type === undefined || !('mediaDevices' in navigator)) return null;
  const begin = async (): Promise<void> => {
    let stream: MediaStream;
    try {
      stream = await navigator.mediaDevices.getUserMedia({ audio: true });
    } catch (error) {
      // Refused, or there is none: typed notes go on.
      if (!(error instanceof DOMException)) throw error;
      return onProblem('The microphone is not to be had. A typed note is kept all the same.');
    }
    const parts: Blob[] = [];
    const recorder = new MediaRecorder(stream, { mimeType: type });
    running.current = recorder;
    const most = setTimeout(() => {
      if (recorder.state === 'recording') recorder.stop();
    }, LONGEST);
    recorder.ondataavailable = ({ data }) => parts.push(data);
    recorder.onstop = () => {
      clearTimeout(most);
      for (const track of stream.getTracks()) track.stop();
      running.current = undefined;
      setSpeaking(false);
      const name = `Note of ${new Date().toISOString().slice(0, 19)}`;
      void keepCopy(new File(parts, name, { type }), 'kept', SOUND_TYPES).then((kept) =>
        kept.ok ? onSpoken(kept.value.scan) : onProblem('The recording could not be kept on this device.'),
      );
    };
    recorder.start();
    setSpeaking(true);
  };
  return (
    <Button
      kind={speaking ? 'danger' : 'plain'}
      className="min-h-11 max-lg:min-h-14 max-lg:min-w-32"
      aria-pressed={speaking}
      onClick={() => (speaking ? running.current?.stop() : void begin())}
    >
      {speaking ? 'Recording: press to keep' : 'Speak a note'}
    </Button>
  );
}

/** What was spoken, to be heard again. */
export function Spoken({ sound }: { readonly sound: Scan }): ReactElement {
  const address = useCopyAddress(sound);
  // What somebody said in the air has no subtitles: its words are typed beside it.
  return (
    <audio
      controls
      preload="metadata"
      src={address}
      aria-label={sound.name}
      className="my-1 h-11 max-w-full"
    />
  );
}
