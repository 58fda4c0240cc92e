import { type ReactNode, useSyncExternalStore } from "react";
import { currentTheme, onTheme, setTheme } from "../theme/theme.ts";
import { IconButton } from "../ui/Button.tsx";
import { MoonIcon, SunIcon } from "../ui/icons.tsx";

/** Turns the light on or off. */
export function ThemeButton(): ReactNode {
  const theme = useSyncExternalStore(onTheme, currentTheme);
  const other = theme === "dark" ? "light" : "dark";
  return (
    <IconButton label={`Use the ${other} theme`} onClick={() => setTheme(other)}>
      {theme === "dark" ? <SunIcon /> : <MoonIcon />}
    </IconButton>
  );
}
