import type { SheetFigures, SheetRoom } from '@kanzel/core';

/** What every picture of a worksheet is drawn from. */
export interface PictureProps {
  readonly figures: SheetFigures;
  readonly room: SheetRoom;
}
