/** A photograph or a scanned sheet, kept with the record and known by its hash. */
export interface Scan {
  readonly sha256: string;
  readonly name: string;
  readonly type:
    'image/png' | 'image/jpeg' | 'image/webp' | 'application/pdf' | 'audio/webm' | 'audio/mp4' | 'audio/ogg';
  readonly size: number;
}

/** Something a permit allows only under a condition. */
export interface PaperCondition {
  readonly kind: 'highest' | 'heaviest' | 'crew' | 'dayOnly' | 'other';
  /** For the highest and the heaviest a figure with its unit; for the crew the number of people. */
  readonly value?: number;
  readonly unit?: string;
  readonly text: string;
}

/** A certificate, permit or policy as somebody held it in hand. */
export interface PaperDocument {
  readonly number: string;
  readonly issuedBy?: string;
  readonly issuedOn?: string;
  /** Last day in force. */
  readonly expiresOn?: string;
  readonly untilHours?: number;
  readonly untilCycles?: number;
  /** Cycles on the day it was looked at, where it runs out by them. */
  readonly cyclesNow?: number;
  readonly conditions: readonly PaperCondition[];
  readonly scans: readonly Scan[];
}

/** What one logbook covers. Hours as they stand at its first and last line. */
export interface TrailStretch {
  readonly book: string;
  readonly from: string;
  readonly to: string;
  readonly hoursFrom: number;
  readonly hoursTo: number;
  /** Why it does not join the one before, where it does not. */
  readonly explained?: string;
  readonly scans: readonly Scan[];
}

/** A work item or an inspection sheet with its signatures. */
export interface SignedItem {
  readonly id: string;
  readonly what: string;
  /** Number of the sheet it is on. */
  readonly sheet?: string;
  readonly doneBy?: string;
  readonly doneOn?: string;
  readonly inspectedBy?: string;
  readonly inspectedOn?: string;
  readonly scans: readonly Scan[];
}

/** A thing as it was found at the aircraft. */
export interface SeenEquipment {
  readonly id: string;
  readonly title: string;
  readonly partNumber: string;
  readonly serial: string;
}

/** A photograph of one view of what was looked at. */
export interface Photo {
  readonly view: string;
  readonly scan: Scan;
  /** What is pointed at on it; the picture itself stays as it was taken. */
  readonly marks?: readonly PhotoMark[];
}

/** A point on a photograph, in shares of its width from the left and of its height from above (0 to 1). */
export type PhotoPoint = readonly [number, number];

/** An arrow from its end to its tip, or a circle that just fits between two corners. */
export interface PhotoMark {
  readonly kind: 'arrow' | 'circle';
  readonly from: PhotoPoint;
  readonly to: PhotoPoint;
}

/** So many marks on one photograph: more say nothing any more. */
export const MOST_MARKS = 20;

/** What an answer about papers is held against. */
export interface PaperRoom {
  /** The day on which it is looked at. */
  readonly day: string;
  /** Hours of the airframe. */
  readonly hours: number;
}
