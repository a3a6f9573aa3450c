import type { ReactElement } from 'react';
import { formatWithUnit, type Carried, type FlightBudget } from '@kanzel/core';
import type { CampaignView } from '../station/campaign-context.ts';
import { Button } from '../ui/button.tsx';
import { Choices } from '../ui/field.tsx';
import { FigureField } from '../ui/figure-field.tsx';

/** A budget to begin with: invented figures of the right order, for a person to put right. */
export function firstBudget(view: CampaignView): FlightBudget {
  const small = /drone|copter|rotor|model|wing|flapping|lift|fan|multi/.test(
    view.index.basis.aircraft.family,
  );
  return small
    ? {
        unit: 'min',
        usable: 20,
        reserve: 5,
        rate: { idle: 0.5, cruise: 1, climb: 1.3, full: 1.5 },
        taxiMinutes: 1,
        circuitMinutes: 2,
        climbRate: 120,
        longest: 15,
        circuitHeight: 30,
      }
    : {
        unit: 'L',
        usable: 60,
        reserve: 15,
        rate: { idle: 0.15, cruise: 0.4, climb: 0.6, full: 0.7 },
        taxiMinutes: 10,
        circuitMinutes: 8,
        climbRate: 180,
        longest: 60,
        circuitHeight: 300,
      };
}

/** What the loading sheet carries, beside what the flights are planned with; taken over with one press. */
function FromSheet({
  budget,
  carried,
  onChange,
}: {
  budget: FlightBudget;
  carried: Carried;
  onChange: (budget: FlightBudget) => void;
}): ReactElement {
  const { unit, amount, withReserve } = carried;
  const usable = Number((withReserve ? amount : amount + budget.reserve).toFixed(1));
  return (
    <p className="mb-2 flex flex-wrap items-center gap-x-4">
      <span className="text-ink-2">
        The loading sheet carries {formatWithUnit({ value: amount, unit, resolution: 1 })}
        {withReserve ? '' : ' beside the reserve of its packs'}.
      </span>
      {budget.unit !== unit ? (
        // Another unit is another rate: nothing is taken over that the rates do not fit.
        <span className="text-ink-2">Reckon the flights in {unit} to hold them against it.</span>
      ) : Math.abs(budget.usable - usable) < 0.05 ? (
        <span className="text-ink-2">The flights are planned with that.</span>
      ) : (
        <Button kind="quiet" onClick={() => onChange({ ...budget, usable })}>
          Plan with that
        </Button>
      )}
    </p>
  );
}

/** What a flight has to burn and how it is flown, figure by figure. */
export function BudgetForm({
  budget,
  carried,
  onChange,
}: {
  budget: FlightBudget;
  /** What the loading sheet carries, to be taken over. */
  carried: Carried | undefined;
  onChange: (budget: FlightBudget) => void;
}): ReactElement {
  const positive =
    (put: (n: number) => FlightBudget, least = 1e-9) =>
    (n: number | undefined): void =>
      n !== undefined && n >= least ? onChange(put(n)) : undefined;
  const rate = (name: keyof FlightBudget['rate'], label: string): ReactElement => (
    <FigureField
      label={label}
      unit={`${budget.unit}/min`}
      value={budget.rate[name]}
      onChange={positive((n) => ({ ...budget, rate: { ...budget.rate, [name]: n } }))}
    />
  );
  return (
    <details className="mt-5 border-t-2 border-ink pt-2" open>
      <summary className="min-h-9 cursor-pointer text-sm font-semibold max-lg:min-h-14">
        Fuel or energy, and how it is flown
      </summary>
      <Choices
        label="Reckoned in"
        value={budget.unit}
        options={['L', 'Wh', 'mAh', 'min'].map((u) => ({
          id: u,
          text: u === 'min' ? 'minutes of hover' : u,
        }))}
        onChange={(unit) => onChange({ ...budget, unit })}
      />
      {carried ? <FromSheet budget={budget} carried={carried} onChange={onChange} /> : null}
      <div className="grid grid-cols-4 gap-x-5 gap-y-2 max-md:grid-cols-2">
        <FigureField
          label="Contingency"
          unit="%"
          value={(budget.contingency ?? 0) * 100}
          onChange={positive((n) => ({ ...budget, contingency: Math.min(1, n / 100) }), 0)}
        />
        <FigureField
          label="Usable"
          unit={budget.unit}
          value={budget.usable}
          onChange={positive((usable) => ({ ...budget, usable }))}
        />
        <FigureField
          label="Reserve"
          unit={budget.unit}
          value={budget.reserve}
          onChange={positive((reserve) => ({ ...budget, reserve }), 0)}
        />
        <FigureField
          label="Longest flight"
          unit="min"
          value={budget.longest}
          onChange={positive((longest) => ({ ...budget, longest }))}
        />
        <FigureField
          label="Climb"
          unit="m/min"
          value={budget.climbRate}
          onChange={positive((climbRate) => ({ ...budget, climbRate }))}
        />
        {rate('idle', 'Idle')}
        {rate('cruise', 'Cruise')}
        {rate('climb', 'Climb power')}
        {rate('full', 'Full')}
        <FigureField
          label="Taxi"
          unit="min"
          value={budget.taxiMinutes}
          onChange={positive((taxiMinutes) => ({ ...budget, taxiMinutes }), 0)}
        />
        <FigureField
          label="Circuit and landing"
          unit="min"
          value={budget.circuitMinutes}
          onChange={positive((circuitMinutes) => ({ ...budget, circuitMinutes }), 0)}
        />
        <FigureField
          label="Height of the circuit"
          unit="m"
          value={budget.circuitHeight}
          onChange={positive((circuitHeight) => ({ ...budget, circuitHeight }), 0)}
        />
      </div>
    </details>
  );
}
