import { format } from 'date-fns';
import { useEffect, useState, type ReactElement, type ReactNode } from 'react';
import { Link, NavLink } from 'react-router';
import type { CampaignState } from '@kanzel/core';
import { formatFigure } from '@kanzel/core';

/** The present instant, renewed every so many milliseconds. */
export function useNow(every = 1000): Date {
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date()), every);
    return () => clearInterval(timer);
  }, [every]);
  return now;
}

function Time(): ReactElement {
  const now = useNow(5000);
  return (
    <div className="ml-auto text-right leading-tight max-sm:hidden">
      <div className="text-[0.68rem] text-plate-2">{format(now, 'd MMM yyyy')}</div>
      <div className="text-[0.82rem]">
        {format(now, 'HH:mm')} local · {now.toISOString().slice(11, 16)} UTC
      </div>
    </div>
  );
}

function Bar({ children, end }: { children: ReactNode; end?: ReactNode }): ReactElement {
  return (
    <header className="[grid-area:plate] flex items-center gap-4 overflow-hidden bg-plate px-4 text-plate-ink">
      {children}
      <Time />
      {end}
    </header>
  );
}

const Cell = ({
  title,
  text,
  className = '',
}: {
  title: string;
  text: string;
  className?: string;
}): ReactElement => (
  <div className={`min-w-0 border-l border-plate-2/40 pl-4 leading-tight ${className}`}>
    <div className="truncate text-[0.68rem] text-plate-2">{title}</div>
    <div className="truncate text-[0.82rem]">{text}</div>
  </div>
);

/** The plate of a campaign: which aircraft, which campaign, which configuration, what time. */
export function CampaignPlate({
  state,
  emergency,
}: {
  state: CampaignState;
  /** Where the emergency cards are. */
  emergency: string;
}): ReactElement {
  const aircraft = state.index?.basis.aircraft;
  return (
    <Bar
      end={
        <Link
          to={emergency}
          className="no-print flex min-h-10 shrink-0 items-center gap-2 rounded-[3px] bg-out px-3 font-bold text-sheet max-sm:ml-auto"
        >
          Emergency <kbd className="max-lg:hidden">E</kbd>
        </Link>
      }
    >
      <Link
        to="/"
        className="font-mono text-xl font-bold tracking-wide whitespace-nowrap"
        aria-label={`${aircraft?.mark ?? ''}, back to the hangar`}
      >
        {aircraft?.mark ?? '…'}
      </Link>
      <Cell
        title={aircraft ? `${aircraft.type}, ${aircraft.description}` : ''}
        text={state.opened?.title ?? ''}
      />
      <Cell
        title="Configuration"
        text={aircraft ? `${aircraft.configuration.code} · ${aircraft.configuration.title}` : ''}
        className="max-lg:hidden"
      />
      <Cell
        title="Airframe"
        text={aircraft ? `${formatFigure(aircraft.hours, 0.1)} h` : ''}
        className="max-lg:hidden"
      />
    </Bar>
  );
}

/** The plate of the hangar: the product, and its few places. */
export function HangarPlate(): ReactElement {
  const place = ({ isActive }: { isActive: boolean }): string =>
    `py-3 max-lg:py-4 ${isActive ? 'font-bold text-plate-ink' : 'text-plate-2'}`;
  return (
    <Bar>
      <Link to="/" className="font-mono text-xl font-bold tracking-wide">
        Kanzel
      </Link>
      <nav
        className="flex min-w-0 gap-5 overflow-x-auto border-l border-plate-2/40 pl-4 whitespace-nowrap"
        aria-label="Places"
      >
        <NavLink to="/" end className={place}>
          Hangar
        </NavLink>
        <NavLink to="/findings" className={place}>
          Findings
        </NavLink>
        <NavLink to="/library" className={place}>
          Packs and limits
        </NavLink>
        <NavLink to="/people" className={place}>
          People
        </NavLink>
        <NavLink to="/installation" className={place}>
          Installation
        </NavLink>
      </nav>
    </Bar>
  );
}
