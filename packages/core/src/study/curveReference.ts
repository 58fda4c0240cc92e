/** A shared curve, by its id. */
export interface CurveReference {
  readonly shared: string;
}
