import { drawPicture } from '@kettle/demo/pictures';

/** A drawn picture in place of a photograph, which neither the demo nor an import holds. */
export const pictureOf = (silhouette: string | null, code: string): string => drawPicture(silhouette, code);
