import type { ReactElement } from 'react';
import type { Engine, Limit } from '@kanzel/core';
import { newest, useMonitor } from '../../sync/monitor-store.ts';
import { calledFigure } from './called-figure.ts';

/** What the device aboard says now for a call, engine by engine; nothing where none says it, and nothing older than three seconds. */
export function HeardNow({
  channel,
  engines,
  limit,
}: {
  channel: string;
  engines: readonly Pick<Engine, 'id' | 'title'>[];
  limit: Limit | undefined;
}): ReactElement | null {
  useMonitor((s) => s.tick);
  const unit = limit && 'unit' in limit ? limit.unit : undefined;
  const said = [...engines, { id: 'aircraft', title: '' }].flatMap(({ id, title }) => {
    const value = newest(id, channel);
    return value === undefined ? [] : [{ id, title, figure: calledFigure(channel, value, unit) }];
  });
  if (said.length === 0) return null;
  return (
    <span className="font-semibold tabular-nums" data-testid={`heard ${channel}`}>
      {said
        .map(({ title, figure }) => (said.length > 1 && title !== '' ? `${title} ${figure}` : figure))
        .join(', ')}
    </span>
  );
}
