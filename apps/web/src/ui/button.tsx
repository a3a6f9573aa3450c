import type { ButtonHTMLAttributes, ReactElement, ReactNode, Ref } from 'react';

type Kind = 'main' | 'plain' | 'danger' | 'quiet';

const LOOKS: Readonly<Record<Kind, string>> = {
  main: 'bg-hand border-hand text-on-hand',
  plain: 'bg-transparent border-ink text-ink',
  danger: 'bg-transparent border-out text-out',
  quiet: 'bg-transparent border-transparent text-ink underline underline-offset-4 decoration-rule px-2',
};

/** A button that says what will happen; `keys` shows the key that does the same, and is what that key looks for. */
export function Button({
  kind = 'plain',
  keys,
  children,
  className = '',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & {
  kind?: Kind;
  keys?: string;
  ref?: Ref<HTMLButtonElement>;
  children: ReactNode;
}): ReactElement {
  return (
    <button
      type="button"
      aria-keyshortcuts={keys}
      data-kind={kind}
      {...rest}
      className={`inline-flex min-h-11 max-lg:min-h-14 items-center gap-2 rounded-[3px] border-[1.5px] px-4 text-sm font-semibold disabled:cursor-not-allowed disabled:opacity-45 ${LOOKS[kind]} ${className}`}
    >
      {children}
      {keys ? <kbd className="max-lg:hidden">{keys}</kbd> : null}
    </button>
  );
}
