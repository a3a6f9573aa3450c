import { Component, type ReactElement, type ReactNode } from 'react';

/** Stands between a fault in the page and a blank screen: says what happened, that nothing is lost, and the way on. */
export class FailureBoundary extends Component<{ children: ReactNode }, { fault: Error | undefined }> {
  override state: { fault: Error | undefined } = { fault: undefined };

  static getDerivedStateFromError(fault: unknown): { fault: Error } {
    return { fault: fault instanceof Error ? fault : new Error(String(fault)) };
  }

  override render(): ReactNode {
    const { fault } = this.state;
    return fault ? <Failure fault={fault} /> : this.props.children;
  }
}

function Failure({ fault }: { fault: Error }): ReactElement {
  return (
    <main className="h-dvh bg-sheet p-8" role="alert">
      <h1 className="text-2xl font-semibold">This page has a fault.</h1>
      <p className="mt-2 max-w-xl text-ink-2">
        Everything that was kept is kept, and what waits for the server is still waiting on this device. Open
        the page again; if it comes back, tell whoever looks after Kanzel: {fault.message}
      </p>
      <p className="mt-4">
        <a className="font-semibold underline underline-offset-4" href="/">
          Open the hangar again
        </a>
      </p>
    </main>
  );
}
