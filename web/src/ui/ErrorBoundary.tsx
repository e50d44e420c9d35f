import { Component, type ReactNode } from "react";

/** Stands in for a view that failed to draw, so that a mistake of ours is no blank page. */
export class ErrorBoundary extends Component<{ children: ReactNode; onFailed: () => void }, { failed: boolean }> {
  state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  componentDidCatch() {
    this.props.onFailed();
  }

  render() {
    if (!this.state.failed) return this.props.children;
    return (
      <main className="flex min-h-dvh flex-col items-center justify-center gap-3 p-6 text-center">
        <h1>This view broke</h1>
        <p className="max-w-[52ch] text-soft" role="alert">
          That is a mistake in Ample Crumb, not yours. What you typed is kept in this window.
        </p>
        <a className="btn" href="/today">
          Open Today
        </a>
      </main>
    );
  }
}
