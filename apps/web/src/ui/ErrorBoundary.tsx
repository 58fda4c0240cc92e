import { Component, type ErrorInfo, type ReactNode } from "react";
import { Button } from "./Button.tsx";

interface Props {
  /** What it surrounds, as a person knows it: "The scene". */
  readonly name: string;
  readonly children: ReactNode;
  /** Shown instead of the sentence; for small things such as a card's miniature. */
  readonly fallback?: ReactNode;
}

/** Keeps a fault in one pane from taking the page with it: the pane says what happened, everything else goes on. */
export class ErrorBoundary extends Component<Props, { readonly error: unknown }> {
  override state: { readonly error: unknown } = { error: undefined };

  static getDerivedStateFromError(error: unknown) {
    return { error: error ?? new Error("unknown") };
  }

  override componentDidCatch(error: unknown, { componentStack }: ErrorInfo): void {
    console.error(`${this.props.name} failed.`, error, componentStack);
  }

  override render(): ReactNode {
    const { error } = this.state;
    if (error === undefined) return this.props.children;
    if (this.props.fallback !== undefined) return this.props.fallback;
    return (
      <div
        role="alert"
        className="flex min-h-0 flex-1 flex-col items-start gap-2 overflow-auto p-4"
      >
        <p>
          <strong className="font-semibold">{this.props.name} could not be drawn.</strong> Your work
          is kept; the rest of the page goes on.
        </p>
        <p className="font-mono text-[11px] text-fault">
          {error instanceof Error ? error.message : String(error)}
        </p>
        <Button size="small" onClick={() => this.setState({ error: undefined })}>
          Try again
        </Button>
      </div>
    );
  }
}
