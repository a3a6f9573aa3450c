/** Types of files that may be kept with a record, and the most that one may hold, in bytes. */
export const SCAN_TYPES = ['image/png', 'image/jpeg', 'image/webp', 'application/pdf'] as const;
export const LARGEST_SCAN = 20_000_000;
