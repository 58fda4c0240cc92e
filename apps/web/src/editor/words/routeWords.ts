/** What the routes of angles are called. */
export const ROUTE_WORDS = {
  none: "plain numbers",
  shorter: "shorter way",
  longer: "longer way",
  increasing: "always clockwise",
  decreasing: "always counterclockwise",
} as const;
