import type { ReactNode } from "react";
import { NavLink } from "react-router";

const ROOMS = [
  { to: "/", text: "Studies" },
  { to: "/curves", text: "Curves" },
] as const;

/** The way between the screens, in every header. */
export function Nav(): ReactNode {
  return (
    <nav aria-label="Screens" className="flex shrink-0 gap-1">
      {ROOMS.map(({ to, text }) => (
        <NavLink
          key={to}
          to={to}
          end
          className={({ isActive }) =>
            `rounded-lg px-3 py-1.5 ${isActive ? "bg-spruce-pale font-semibold text-spruce" : "text-muted hover:bg-sunk hover:text-ink"}`
          }
        >
          {text}
        </NavLink>
      ))}
    </nav>
  );
}
