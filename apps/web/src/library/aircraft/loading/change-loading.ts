import type { LoadingData } from '@kanzel/core';

/** Changes one member of the loading; changes about one thing in a row are one step back. */
export type ChangeLoading = (next: LoadingData, about?: string) => void;
