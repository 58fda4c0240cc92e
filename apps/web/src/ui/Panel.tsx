import {
  cloneElement,
  lazy,
  type ReactElement,
  type ReactNode,
  type Ref,
  type RefObject,
  Suspense,
  useCallback,
  useEffect,
  useRef,
  useState,
} from "react";
import { type TypedAhead, useTypedAhead } from "./useTypedAhead.ts";

const load = () => import("./PanelBody.tsx");
const PanelBody = lazy(async () => ({ default: (await load()).PanelBody }));

/** How a panel lies beside what it belongs to. */
export interface PanelPlace {
  readonly side?: "top" | "right" | "bottom" | "left";
  readonly align?: "start" | "center" | "end";
  /** Distance to what it belongs to, px. */
  readonly offset?: number;
}

type TriggerProps = {
  ref?: Ref<Element>;
  onClick?: (event: React.MouseEvent) => void;
  onPointerEnter?: () => void;
  onFocus?: () => void;
  "aria-haspopup"?: "dialog";
  "aria-expanded"?: boolean;
};

/**
 * A form or list that lies over the page beside its button until it is dismissed. What positions it is loaded the first
 * time one is opened; letters typed meanwhile are handed to its content.
 */
export function Panel({
  name,
  trigger,
  anchor,
  open: wanted,
  onOpenChange,
  place = {},
  className,
  focusesItself = false,
  stays = false,
  children,
}: {
  /** What assistive technology calls it. */
  readonly name: string;
  /** The button that opens it; it gets the handlers. Absent where something else opens it, beside `anchor`. */
  readonly trigger?: ReactElement<TriggerProps>;
  readonly anchor?: RefObject<Element | null>;
  /** Absent where the panel itself keeps whether it is open. */
  readonly open?: boolean;
  readonly onOpenChange?: (open: boolean) => void;
  readonly place?: PanelPlace;
  /** Its width and layout. */
  readonly className: string;
  /** The focus goes to the panel, not to the first thing in it. */
  readonly focusesItself?: boolean;
  /** It stays open while the page around it is used, to try out what it is about; Escape closes it. */
  readonly stays?: boolean;
  /** Its content, made while it is open; a function is given what was typed before it was there. */
  readonly children: ReactNode | ((typedAhead: () => TypedAhead, close: () => void) => ReactNode);
}): ReactNode {
  const own = useRef<Element | null>(null);
  const [openHere, setOpenHere] = useState(false);
  const open = wanted ?? openHere;
  const setOpen = useCallback(
    (next: boolean) => {
      setOpenHere(next);
      onOpenChange?.(next);
    },
    [onOpenChange],
  );
  const [everOpen, setEverOpen] = useState(open);
  useEffect(() => {
    if (open) setEverOpen(true);
  }, [open]);
  const { typed, arrived } = useTypedAhead(open && typeof children === "function");
  const close = () => setOpen(false);
  const button =
    trigger &&
    cloneElement(trigger, {
      ref: (element: Element | null) => {
        own.current = element;
        const { ref } = trigger.props;
        if (typeof ref === "function") ref(element);
        else if (ref) ref.current = element;
      },
      onClick: (event) => {
        trigger.props.onClick?.(event);
        setOpen(!open);
      },
      onPointerEnter: load,
      onFocus: load,
      "aria-haspopup": "dialog",
      "aria-expanded": open,
    });
  return (
    <>
      {button}
      {open || everOpen ? (
        <Suspense fallback={null}>
          <PanelBody
            name={name}
            open={open}
            close={close}
            anchor={anchor ?? own}
            place={place}
            className={className}
            focusesItself={focusesItself}
            stays={stays}
            arrived={arrived}
            content={() => (typeof children === "function" ? children(typed, close) : children)}
          />
        </Suspense>
      ) : null}
    </>
  );
}
