import type { Tls } from './tls/certificate.ts';

/** How this process was started; settled once in main.ts. */
export interface Settings {
  readonly dataFolder: string;
  readonly host: string;
  readonly port: number;
  /** Names that people here call this server by, besides its address and the machine's own name. */
  readonly names: readonly string[];
  /** Built web application; undefined when only the API is wanted. */
  readonly webFolder: string | undefined;
  /** Demonstration: names its people on the sign-in page. */
  readonly demoPeople: readonly { readonly name: string; readonly passphrase: string }[];
  /** Control port of the engine stand-in; undefined in a real installation. */
  readonly simulation:
    { readonly host: string; readonly port: number; readonly marks: readonly string[] } | undefined;
  /** Devices to listen to in place of those configured for their aircraft; none in a real installation. */
  readonly monitors: readonly {
    readonly mark: string;
    readonly protocol: string;
    readonly host: string;
    readonly port: number;
  }[];
  /** Whether devices and services may be on this machine itself: stand-ins are, nothing of a workshop is. */
  readonly standins: boolean;
  /** A weather office to ask in place of the one the field names; undefined in a real installation. */
  readonly weather?: string | undefined;
  /** Scales to listen to in place of those the field names, as host:port; undefined in a real installation. */
  readonly scales?: string | undefined;
  /** Sign-in attempts a minute from one address before it has to wait. */
  readonly signInsPerMinute: number;
  /** Makes another signing key in place of one that is lost. */
  readonly newKey?: boolean;
  /** Asks for TLS: with a certificate of our own, or with one that was supplied. */
  readonly tlsFrom?: 'own' | { readonly cert: string; readonly key: string } | undefined;
  /** What it proves itself with, once that is prepared; undefined where it speaks without TLS. */
  readonly tls?: Tls | undefined;
  readonly logLevel: 'silent' | 'warn' | 'info';
}

/** Injection token of the settings. */
export const SETTINGS = Symbol('settings');

/** Where the server takes the time from; the demo tells its story with another. */
export interface Clock {
  readonly now: () => Date;
}

/** Injection token of the clock. */
export const CLOCK = Symbol('clock');

export const SYSTEM_CLOCK: Clock = { now: () => new Date() };
