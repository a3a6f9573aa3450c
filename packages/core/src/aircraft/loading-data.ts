/** Units of the placard of an aircraft: every plain figure of its loading is in these. */
export interface LoadingUnits {
  readonly mass: 'kg' | 'g' | 'lb';
  readonly arm: 'mm' | 'in';
  readonly volume: 'L' | 'US gal' | 'imp gal';
}

/** A half-width of the band a figure lies in with a coverage of about 95 %. */
export interface HowGood {
  readonly mass: number;
  readonly arm: number;
}

/** Something that stands on a scale when the aircraft is weighed. Arms aft of the datum, laterals to the right. */
export interface ScalePoint {
  readonly id: string;
  readonly title: string;
  readonly arm: number;
  readonly lateral: number;
}

/** Where a thing of given mass may be put. One arm, or a range along which it may be moved. */
export interface LoadStation {
  readonly id: string;
  readonly title: string;
  readonly kind: 'seat' | 'ballast' | 'payload' | 'locker';
  readonly arm: number;
  readonly lateral: number;
  /** How far the arm may be moved, where it may. */
  readonly travel?: { readonly from: number; readonly to: number };
  /** Most that it carries. */
  readonly maximum: number;
  readonly usual: number;
  readonly uncertainty: HowGood;
}

/** A tank. The arm of its fuel may depend on how full it is. */
export interface LoadTank {
  readonly id: string;
  readonly title: string;
  /** Usable volume when full; what cannot be used belongs to the empty mass. */
  readonly usable: number;
  readonly unusable: number;
  /** Kilograms in a litre, whatever the placard is in. */
  readonly density: number;
  /** Half-width of the density of what may be in it, kg/L. */
  readonly densityBand: number;
  /** Arm of the fuel by usable volume, rising volumes; one row when it does not move. */
  readonly arms: readonly { readonly volume: number; readonly arm: number; readonly lateral: number }[];
  /** How well the quantity is known, in the volume of the placard. */
  readonly gauge: number;
}

/** A battery pack that may be carried. */
export interface LoadPack {
  readonly id: string;
  readonly title: string;
  readonly mass: number;
  /** Usable energy with what is kept in reserve taken off, in watt-hours. */
  readonly energy: number;
  readonly uncertainty: HowGood;
  /** So many cells, one behind the other. */
  readonly cells?: number;
  readonly serial?: string;
  /** The share of its energy that it gives when it is cold (°C), by its maker. */
  readonly cold?: readonly { readonly temperature: number; readonly share: number }[];
  /** Its resistance as it was measured, oldest first: the whole pack, in milliohms, at a temperature (°C), after so many cycles. */
  readonly history?: readonly {
    readonly on: string;
    readonly cycles: number;
    readonly resistance: number;
    readonly temperature: number;
  }[];
}

/** What an electric aircraft takes, by its own flights or its book, at one mass. */
export interface PowerData {
  /** Kilograms at which the powers hold. */
  readonly mass: number;
  /** Watts; absent where it does not hover. */
  readonly hover?: number;
  /** Watts at `speed`; absent where it hovers along. */
  readonly cruise?: number;
  /** Metres a second through the air on the way. */
  readonly speed: number;
  /** Watt-hours of one transition, out or back. */
  readonly transition: number;
  /** Seconds of hover at the take-off, and as many at the landing. */
  readonly hoverSeconds: number;
  /** Share by which the powers may be more. */
  readonly band: number;
  /** Amperes at full throttle. */
  readonly fullCurrent: number;
  /** Volts of a cell at which the aircraft acts by itself. */
  readonly cellLow: number;
  /** Where the powers come from: "three flights in October". */
  readonly source: string;
}

/** Where a pack sits, and how far it may be slid. */
export interface PackBay {
  readonly id: string;
  readonly title: string;
  readonly arm: number;
  readonly lateral: number;
  readonly travel?: { readonly from: number; readonly to: number };
  readonly packs: readonly string[];
  readonly usual: string;
}

/** A corner of an envelope; `edge` names the line that begins here. */
export interface EnvelopeCorner {
  readonly arm: number;
  readonly mass: number;
  readonly edge?: string;
}

/** Where mass and centre may be: a polygon, not necessarily convex. On the line is inside. */
export interface Envelope {
  readonly id: string;
  readonly title: string;
  /** Units of its figures where they are not those of the placard. */
  readonly units?: { readonly mass: string; readonly arm: string };
  readonly corners: readonly EnvelopeCorner[];
  /** It holds only with these choices of configuration. */
  readonly when?: Readonly<Record<string, string>>;
  /** It holds only in this tilt position. */
  readonly tilt?: string;
}

/** A position of tilting parts: their mass, and how far they move from where the weighing found them. */
export interface TiltPosition {
  readonly id: string;
  readonly title: string;
  readonly mass: number;
  readonly shift: number;
}

/** Something that a choice of configuration puts aboard, beside the empty aircraft as it is weighed. */
export interface ConfiguredItem {
  readonly id: string;
  readonly title: string;
  readonly mass: number;
  readonly arm: number;
  readonly lateral: number;
  readonly uncertainty: HowGood;
  /** It is aboard with these choices of configuration. */
  readonly when: Readonly<Record<string, string>>;
}

/** What is fitted, as far as mass is concerned. */
export interface FittedItem {
  readonly id: string;
  readonly title: string;
  readonly partNumber: string;
  readonly serial: string;
  readonly mass?: number;
  readonly arm?: number;
  readonly lateral?: number;
  /** Systems that exchanging it touches; absent where nobody said, and then it is in the loading only. */
  readonly touches?: readonly string[];
}

/** The weighing report in force: its result, and the equipment list it was made with. */
export interface WeighingReport {
  readonly number: string;
  readonly on: string;
  readonly mass: number;
  readonly arm: number;
  readonly lateral: number;
  readonly uncertainty: HowGood;
  readonly equipment: readonly FittedItem[];
}

/** What is known of an aircraft for its loading. Every plain figure is in `units`, arms aft of the datum. */
export interface LoadingData {
  readonly units: LoadingUnits;
  /** "front face of the firewall" */
  readonly datum: string;
  /** Mean chord: where its leading edge lies, and its length. */
  readonly chord?: { readonly leadingEdge: number; readonly length: number };
  /** Outermost arms of the airframe, and half its span: nothing can lie beyond them. */
  readonly extent: { readonly from: number; readonly to: number; readonly side: number };
  readonly weighing: {
    readonly points: readonly ScalePoint[];
    /** How well the arms of the points are known. */
    readonly armUncertainty: number;
    /** Height of the centre above what the scales carry, for an aircraft that does not stand level. */
    readonly height?: { readonly value: number; readonly uncertainty: number };
    /** Smallest difference from what was expected that is worth explaining. */
    readonly tolerance: HowGood;
  };
  /** What choices of configuration put aboard; a campaign holds only those of its own. */
  readonly configured?: readonly ConfiguredItem[];
  readonly stations: readonly LoadStation[];
  readonly tanks: readonly LoadTank[];
  /** Tanks in the order in which they are used; those of one group are drawn together, evenly. */
  readonly burn: readonly (readonly string[])[];
  readonly packs: readonly LoadPack[];
  readonly bays: readonly PackBay[];
  /** What it takes in flight, where packs drive it. */
  readonly power?: PowerData;
  readonly envelopes: readonly Envelope[];
  readonly lateral?: { readonly low: number; readonly high: number };
  readonly tilts: readonly TiltPosition[];
  readonly report?: WeighingReport;
}
