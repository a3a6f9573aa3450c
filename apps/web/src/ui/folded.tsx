import type { ReactElement, ReactNode } from 'react';

/** What is seldom done, folded away behind what it is called. */
export function Folded({ title, children }: { title: string; children: ReactNode }): ReactElement {
  return (
    <details className="mt-2">
      <summary className="min-h-9 cursor-pointer py-1 font-semibold max-lg:min-h-14 max-lg:py-4">
        {title}
      </summary>
      <div className="pt-2">{children}</div>
    </details>
  );
}
