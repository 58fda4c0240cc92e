/** The most points of a path: more could be neither meant by a person nor drawn within a frame. */
export const MOST_POINTS = 2000;
