/** A canvas on the page, or one in a worker. */
export type Pen = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;
