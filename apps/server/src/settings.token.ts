/** Injection token of the settings. */
export const SETTINGS = Symbol("settings");
