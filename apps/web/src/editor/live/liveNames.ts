/** The names of what a study's answers refer to, as a person reads them. */
export interface LiveNames {
  readonly figure: (id: string | null | undefined) => string;
  readonly pose: (id: string) => string;
  readonly lever: (id: string) => string;
  readonly marker: (id: string) => string;
  /** A group or tween. */
  readonly item: (id: string) => string;
  readonly response: (id: string) => string;
}
