import { useState, type ReactElement } from 'react';
import {
  isRequired,
  MAY_LEAVE_OUT_REQUIRED,
  ROLE_TITLES,
  STATION_TITLES,
  STATIONS,
  type BasisIndex,
  type Check,
  type Role,
} from '@kanzel/core';
import { rolesOf, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Choices, Field, Problem } from '../ui/field.tsx';
import { SheetDialog } from '../ui/sheet-dialog.tsx';

/** Roles in which a scope may be settled at all. */
const SETTLING: readonly Role[] = ['technician', 'inspector', 'certifier', 'pilot'];

/** The checks of one station, each for itself or all of them. */
function OfStation({
  index,
  station,
  checks,
  picked,
  onFlip,
}: {
  index: BasisIndex;
  station: Check['station'];
  checks: readonly Check[];
  picked: ReadonlySet<string>;
  onFlip: (ids: readonly string[], on: boolean) => void;
}): ReactElement | null {
  if (checks.length === 0) return null;
  const ids = checks.map((c) => c.id);
  const all = ids.every((id) => picked.has(id));
  return (
    <fieldset className="border-b border-rule-2 py-1">
      <legend className="sr-only">{STATION_TITLES[station]}</legend>
      <label className="flex min-h-8 items-center gap-3 font-semibold max-lg:min-h-14">
        <input
          type="checkbox"
          className="size-4 accent-hand"
          checked={all}
          onChange={() => onFlip(ids, !all)}
        />
        {STATION_TITLES[station]}, all {checks.length}
      </label>
      {checks.map((c) => (
        <label key={c.id} className="flex min-h-8 items-center gap-3 pl-7 max-lg:min-h-14">
          <input
            type="checkbox"
            className="size-4 accent-hand"
            checked={picked.has(c.id)}
            onChange={() => onFlip([c.id], !picked.has(c.id))}
          />
          {c.title}
          {isRequired(index, c) ? <span className="text-[0.82rem] text-near">required</span> : null}
        </label>
      ))}
    </fieldset>
  );
}

/** Many checks left out with one sentence: by station, with what is required told apart, in a role that may. */
export function LeaveOutSeveral({
  index,
  checks,
  onLeave,
  onClose,
}: {
  index: BasisIndex;
  /** What is to be proven as things are. */
  checks: readonly Check[];
  onLeave: (checks: readonly string[], reason: string, role: Role) => void;
  onClose: () => void;
}): ReactElement {
  const person = useSession((s) => s.person);
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const [why, setWhy] = useState('');
  const [role, setRole] = useState<Role>();
  const required = checks.filter((c) => picked.has(c.id) && isRequired(index, c));
  const may = (required.length > 0 ? MAY_LEAVE_OUT_REQUIRED : SETTLING).filter((r) =>
    rolesOf(person).includes(r),
  );
  const chosen = role !== undefined && may.includes(role) ? role : may.length === 1 ? may[0] : undefined;
  const flip = (ids: readonly string[], on: boolean): void =>
    setPicked((before) => {
      const next = new Set(before);
      for (const id of ids)
        if (on) next.add(id);
        else next.delete(id);
      return next;
    });
  const counts = STATIONS.flatMap((station) => {
    const own = checks.filter((c) => c.station === station && picked.has(c.id)).length;
    return own === 0 ? [] : [`${STATION_TITLES[station]} ${own}`];
  });
  return (
    <SheetDialog
      open
      onClose={onClose}
      wide
      title="Leave out several checks"
      hint="One sentence for all of them. It stands in the record and on the release sheet, with who said it."
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (picked.size > 0 && why.trim() !== '' && chosen) onLeave([...picked], why.trim(), chosen);
        }}
      >
        <div className="max-h-[38vh] overflow-auto border-y border-rule">
          {STATIONS.map((station) => (
            <OfStation
              key={station}
              index={index}
              station={station}
              checks={checks.filter((c) => c.station === station)}
              picked={picked}
              onFlip={flip}
            />
          ))}
        </div>
        <p role="status" className="my-2 font-semibold">
          {picked.size === 0
            ? 'Nothing is left out yet.'
            : `${picked.size === 1 ? 'One check is' : `${picked.size} checks are`} left out: ${counts.join(', ')}.`}
        </p>
        <Field
          label="Why they can be left out"
          value={why}
          onChange={(e) => setWhy(e.target.value)}
          maxLength={1000}
          required
        />
        {may.length === 0 ? (
          <Problem>
            {required.length === 1
              ? `“${required[0]?.title ?? ''}” is required`
              : `${required.length} of them are required`}
            : leaving them out takes an inspector or a certifying person. Take them back in, or ask one of
            them.
          </Problem>
        ) : (
          <Choices
            label="Said as"
            value={chosen}
            options={may.map((id) => ({ id, text: ROLE_TITLES[id] }))}
            onChange={setRole}
          />
        )}
        <div className="flex gap-3">
          <Button kind="main" type="submit" disabled={picked.size === 0 || why.trim() === '' || !chosen}>
            Leave out
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </SheetDialog>
  );
}
