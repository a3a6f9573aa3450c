import { useEffect, useRef, useState, type ReactElement, type ReactNode } from 'react';
import { Button } from './button.tsx';

/** How long a finger has to stay (ms). */
const HOLD = 800;

/**
 * A button for what cannot be undone. A finger has to stay on it; mouse and keyboard, which do not brush
 * against things, press it as any other.
 */
export function HoldButton({
  children,
  onDone,
  disabled = false,
  autoFocus = false,
}: {
  children: ReactNode;
  onDone: () => void;
  disabled?: boolean;
  autoFocus?: boolean;
}): ReactElement {
  const [holding, setHolding] = useState(false);
  const [finger, setFinger] = useState(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const letGo = (): void => {
    clearTimeout(timer.current);
    setHolding(false);
  };
  useEffect(() => () => clearTimeout(timer.current), []);
  return (
    <Button
      kind="main"
      className="relative touch-none overflow-hidden select-none"
      disabled={disabled}
      autoFocus={autoFocus}
      onPointerDown={(e) => {
        const touch = e.pointerType === 'touch';
        setFinger(touch);
        if (!touch) return;
        setHolding(true);
        timer.current = setTimeout(() => {
          setHolding(false);
          onDone();
        }, HOLD);
      }}
      onPointerUp={letGo}
      onPointerLeave={letGo}
      onPointerCancel={letGo}
      onContextMenu={(e) => (finger ? e.preventDefault() : undefined)}
      onClick={(e) => {
        const touched = (e.nativeEvent as PointerEvent).pointerType === 'touch';
        if (!touched) onDone();
      }}
    >
      <span
        aria-hidden
        className={`absolute inset-y-0 left-0 bg-on-hand/30 ${holding ? 'w-full transition-[width] duration-[800ms] ease-linear' : 'w-0'}`}
      />
      <span className="relative">
        {children}
        {finger ? <span className="ml-2 font-normal">hold</span> : null}
      </span>
    </Button>
  );
}
