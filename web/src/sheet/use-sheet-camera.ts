import { useState } from 'react';
import { SheetCamera } from './sheet-camera';
import { SheetPictures } from './sheet-pictures';

/** One look at the sheet, shared by the sheet and the walk line above it. */
export function useSheetCamera(): SheetCamera {
  const [camera] = useState(() => new SheetCamera(new SheetPictures()));
  return camera;
}
