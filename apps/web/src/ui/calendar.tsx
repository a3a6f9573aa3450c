import type { ReactElement } from 'react';
import { format, parseISO } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';
import { DayPicker } from 'react-day-picker';

/** A month to pick a day from; weeks begin on Monday. */
export default function Calendar({
  value,
  onPick,
}: {
  value: string | undefined;
  onPick: (day: string) => void;
}): ReactElement {
  const selected = value === undefined ? undefined : parseISO(value);
  return (
    <DayPicker
      mode="single"
      autoFocus
      locale={enGB}
      selected={selected}
      defaultMonth={selected ?? new Date()}
      onSelect={(day) => (day ? onPick(format(day, 'yyyy-MM-dd')) : undefined)}
      classNames={{
        months: 'relative',
        month_caption: 'flex h-11 items-center justify-center font-semibold',
        nav: 'absolute inset-x-0 top-0 flex h-11 items-center justify-between',
        button_previous: 'min-h-11 min-w-11 inline-flex items-center justify-center',
        button_next: 'min-h-11 min-w-11 inline-flex items-center justify-center',
        chevron: 'size-5 fill-current',
        weekday: 'w-11 text-[0.8rem] font-normal text-ink-2',
        day: 'p-0 text-center',
        day_button: 'h-11 w-11 rounded-[3px] hover:bg-rule/60',
        today: 'font-bold underline underline-offset-4',
        selected: '[&>button]:bg-hand [&>button]:text-on-hand',
        outside: 'text-ink-3',
      }}
    />
  );
}
