/** Types of what was spoken, as browsers record it. */
export const SOUND_TYPES = ['audio/webm', 'audio/mp4', 'audio/ogg'] as const;
/** Types of files that may be kept with an answer, and the most that one may hold, in bytes. */
export const SCAN_TYPES = ['image/png', 'image/jpeg', 'image/webp', 'application/pdf'] as const;
export const LARGEST_SCAN = 20_000_000;

/** Everything that is kept beside a record: copies, photographs and what was spoken. */
export const KEPT_TYPES = [...SCAN_TYPES, ...SOUND_TYPES] as const;
