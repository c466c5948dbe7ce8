/** A workspace that this program cannot work on, with the reason in a sentence. */
export class Unusable extends Error {
  override name = 'Unusable';
}
