/** A figure of an aircraft that a card names, in the unit of its placard. */
export interface EmergencyFigure {
  readonly value: number;
  readonly unit: string;
  readonly resolution: number;
}

/** What is done when something goes wrong, as it is read aloud: short, in order, nothing else on it. */
export interface EmergencyCard {
  readonly id: string;
  readonly title: string;
  /** Where the aircraft is when it is taken out. */
  readonly phase: 'ground' | 'flight';
  /** How it is known. */
  readonly when: string;
  /** With the names of figures in braces: "Glide at {best-glide}." */
  readonly steps: readonly string[];
  /** What makes it worse. */
  readonly never?: string;
}

/** The cards of some families, and the figures and cards of single types among them. */
export interface EmergencySet {
  readonly id: string;
  readonly revision: number;
  readonly title: string;
  readonly families: readonly string[];
  /** Titles of the figures that its cards name. */
  readonly figures: Readonly<Record<string, string>>;
  readonly cards: readonly EmergencyCard[];
  readonly aircraft: readonly {
    readonly type: string;
    readonly figures: Readonly<Record<string, EmergencyFigure>>;
    /** Cards of its own: one with the id of a card of the family stands in its place. */
    readonly cards?: readonly EmergencyCard[];
    /** Cards of the family that it has no use for. */
    readonly without?: readonly string[];
  }[];
}

/** A line of a card with the figures of one aircraft put in. */
export interface CardLine {
  readonly text: string;
  /** Figures that nobody has given for this aircraft: they stand as a dash, never as another aircraft's. */
  readonly missing: readonly string[];
}

/** A card with the figures of one aircraft put in. */
export interface CardOfAircraft extends Pick<EmergencyCard, 'id' | 'title' | 'phase'> {
  readonly when: CardLine;
  readonly steps: readonly CardLine[];
  readonly never?: CardLine;
}
