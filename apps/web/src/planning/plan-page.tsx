import { useState, type ReactElement } from 'react';
import { NavLink, Route, Routes } from 'react-router';
import { useNow } from '../shell/plate.tsx';
import { useCampaign } from '../station/campaign-context.ts';
import { isWriting } from '../ui/is-writing.ts';
import { submit } from '../sync/campaign-store.ts';
import { roleAmong, useSession } from '../sync/session.ts';
import { CompleteAddress } from '../ui/complete-address.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { DaySheet } from './day-sheet.tsx';
import { FlightsSheet } from './flights-sheet.tsx';
import { OrderSheet } from './order-sheet.tsx';
import { planBody, PlanContext, useMakePlan } from './plan-context.ts';
import { PLAN_SHEETS } from './sheets.ts';
import { ScopeSheet } from './scope-sheet.tsx';
import { TakeAwaySheet } from './take-away-sheet.tsx';
import { keptOf } from './use-timetable.ts';
import { WaysSheet } from './ways-sheet.tsx';
import { WhatIfSheet } from './what-if-sheet.tsx';
import { useKeys } from '../ui/use-keys.ts';

/** The plan of a campaign: scope, ways, order, day, flights, suppositions, and what is taken along. */
export default function PlanPage(): ReactElement {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const now = useNow(30_000).toISOString();
  const planning = useMakePlan(view, now, view.state.release === undefined);
  const [problem, setProblem] = useState<string>();
  const base = `${view.base}/plan`;
  const released = view.state.release !== undefined;
  const keep = async (): Promise<void> => {
    const made = planning.timetable.result;
    const sent = await submit(
      view.id,
      'plan.kept',
      planBody(planning, made?.ok ? keptOf(made.value) : undefined),
      roleAmong(person, ['technician', 'pilot', 'inspector', 'certifier', 'observer']),
    );
    setProblem(sent.ok ? undefined : view.say(sent.error));
    if (sent.ok) planning.drop();
  };
  useKeys((event) => {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || isWriting(event)) return;
    if (!planning.undo) return;
    event.preventDefault();
    planning.undo();
  });
  return (
    <PlanContext.Provider value={planning}>
      <header className="flex min-h-12 flex-wrap items-center gap-x-5 border-b border-rule px-[22px] py-1.5">
        <h1 className="text-[1.19rem] font-semibold narrow">Plan</h1>
        <nav
          aria-label="Parts of the plan"
          className="flex gap-x-5 whitespace-nowrap max-lg:w-full max-lg:overflow-x-auto lg:flex-wrap"
        >
          {PLAN_SHEETS.map(([id, title]) => (
            <NavLink
              key={id}
              to={`${base}/${id}`}
              className={({ isActive }) =>
                `flex min-h-9 items-center border-b-2 max-lg:min-h-14 ${isActive ? 'border-ink font-bold' : 'border-transparent text-ink-2'}`
              }
            >
              {title}
            </NavLink>
          ))}
        </nav>
      </header>
      {planning.changed && !released ? (
        <div
          role="status"
          className="sticky top-0 z-20 flex flex-wrap items-center gap-3 border-b border-ink bg-near-bg px-[22px] py-1.5"
        >
          <span className="font-semibold text-near">Changed here, and not kept yet.</span>
          <span className="ml-auto flex flex-wrap gap-2">
            <Button kind="main" onClick={() => void keep()}>
              Record this plan
            </Button>
            <Button kind="quiet" onClick={planning.undo} disabled={!planning.undo} keys="Ctrl Z">
              Undo
            </Button>
            <Button kind="quiet" onClick={planning.drop}>
              Go back to the plan kept
            </Button>
          </span>
        </div>
      ) : null}
      <div className="px-[22px]">
        <Problem>{problem}</Problem>
      </div>
      <Routes>
        <Route index element={<CompleteAddress to={`${base}/scope`} />} />
        <Route path="scope" element={<ScopeSheet />} />
        <Route path="ways" element={<WaysSheet />} />
        <Route path="order" element={<OrderSheet />} />
        <Route path="day" element={<DaySheet />} />
        <Route path="flights" element={<FlightsSheet />} />
        <Route path="what-if" element={<WhatIfSheet />} />
        <Route path="take-away" element={<TakeAwaySheet />} />
        <Route path="*" element={<CompleteAddress to={`${base}/scope`} />} />
      </Routes>
    </PlanContext.Provider>
  );
}
