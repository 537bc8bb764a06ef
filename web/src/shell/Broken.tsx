import { Component, type ReactNode } from "react";

/** Stands in for a page that failed, so that a fault of the program is said and not shown as an empty screen. */
export class Broken extends Component<{ children: ReactNode }, { error: Error | null }> {
  override state: { error: Error | null } = { error: null };

  static getDerivedStateFromError(error: Error) {
    return { error };
  }

  override render() {
    if (!this.state.error) {
      return this.props.children;
    }
    return (
      <main id="content" tabIndex={-1} className="outline-none mx-auto max-w-[60rem] px-4 py-8">
        <h1 className="verdict">This page broke.</h1>
        <p className="lead mt-2">
          That is a fault of the program, not of yours. Nothing saved is lost, and what was not saved yet is kept in this browser.
        </p>
        <p className="reading mt-3 text-ink-3">{this.state.error.message}</p>
        <p className="mt-5 flex gap-3">
          <button type="button" className="btn btn-primary" onClick={() => location.reload()}>
            Load it again
          </button>
          <a className="btn btn-outline" href="/">
            To the bay
          </a>
        </p>
      </main>
    );
  }
}
