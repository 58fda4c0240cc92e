/** What the commands read and write, so that tests can stand in for a terminal. */
export interface Streams {
  /** Lines of standard input, as they come. */
  readonly lines: () => AsyncIterable<string>;
  /** Writes a line to standard output. */
  readonly print: (line: string) => void;
  /** Writes a line to standard error. */
  readonly error: (line: string) => void;
}
