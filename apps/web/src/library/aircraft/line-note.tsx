import { useEffect, useState, type ReactElement } from 'react';
import type { LineView, MonitorRequest } from '@kanzel/contract';
import { api, sayFailure } from '../../api/client.ts';
import { MarginNote } from '../../shell/frame.tsx';
import { rolesOf, useSession } from '../../sync/session.ts';
import { Button } from '../../ui/button.tsx';
import { Problem } from '../../ui/field.tsx';
import { LineField, Picker } from '../../ui/picker.tsx';

/** A whole number as typed; anything else is sent as what no port is, and refused with its sentence. */
const whole = (text: string): number => (/^\d+$/.test(text.trim()) ? Number(text) : -1);

/** What is typed of a line before it is sent. */
interface Typed {
  readonly protocol: string;
  readonly host: string;
  readonly port: string;
  readonly system: string;
  readonly writes: boolean;
}

/** Nothing is chosen for anybody: a wrong number listens to another vehicle. */
const typedOf = ({ line }: LineView): Typed => ({
  protocol: line?.protocol ?? '',
  host: line?.host ?? '',
  port: line ? String(line.port) : '',
  system: line?.system === undefined ? '' : String(line.system),
  writes: line?.writes === true,
});

/** Where the monitor, vehicle or receiver of an aircraft speaks: said by an administrator, who is asked for the passphrase once more. */
export function LineNote({ mark }: { mark: string }): ReactElement | null {
  const person = useSession((s) => s.person);
  const may = person !== undefined && rolesOf(person).includes('administrator');
  const [view, setView] = useState<LineView>();
  const [typed, setTyped] = useState<Typed>();
  const [problem, setProblem] = useState<string>();
  useEffect(() => {
    if (may)
      void api.get<LineView>(`/api/aircraft/${mark}/monitor`).then((a) => {
        if (!a.ok) return setProblem(sayFailure(a.error));
        setView(a.value);
        setTyped(typedOf(a.value));
      });
  }, [may, mark]);
  if (!may) return null;
  if (!view || !typed)
    return (
      <MarginNote title="On the line">
        <p className="text-ink-2">{problem ?? 'Looking…'}</p>
      </MarginNote>
    );
  const numbered = view.protocols.find((p) => p.id === typed.protocol)?.numbered ?? false;
  const change = (next: Partial<Typed>): void => setTyped({ ...typed, ...next });
  const save = async (): Promise<void> => {
    setProblem(undefined);
    const request: MonitorRequest = {
      protocol: typed.protocol,
      host: typed.host.trim(),
      port: whole(typed.port),
      ...(numbered ? { system: whole(typed.system), ...(typed.writes ? { writes: true } : {}) } : {}),
    };
    const sent = await api.put<undefined>(`/api/aircraft/${mark}/monitor`, request);
    if (!sent.ok) return setProblem(sayFailure(sent.error));
    const { protocol, host, port, system, writes } = request;
    setView({
      ...view,
      line: {
        protocol: protocol ?? '',
        host,
        port,
        ...(system ? { system } : {}),
        ...(writes ? { writes } : {}),
      },
    });
  };
  const same = JSON.stringify(typedOf(view)) === JSON.stringify(typed);
  return (
    <MarginNote title="On the line">
      <p className="text-ink-2">
        {view.line ? `${view.line.host}:${view.line.port}` : 'Nothing is listened to for this aircraft.'}
      </p>
      <div className="mt-1 grid gap-2">
        <Picker
          label="Protocol"
          value={typed.protocol}
          options={view.protocols.map((p) => ({ id: p.id, text: p.title }))}
          onChange={(protocol) => change({ protocol })}
        />
        <LineField label="Host" value={typed.host} onChange={(host) => change({ host })} />
        <LineField label="Port" value={typed.port} onChange={(port) => change({ port })} />
        {numbered ? (
          <LineField
            label="Number of the vehicle"
            value={typed.system}
            onChange={(system) => change({ system })}
          />
        ) : null}
        {numbered ? (
          <label className="flex min-h-9 items-center gap-2 max-lg:min-h-14">
            <input
              type="checkbox"
              checked={typed.writes}
              onChange={(e) => change({ writes: e.target.checked })}
            />
            A mission may be put aboard over it
          </label>
        ) : null}
        <Problem>{problem}</Problem>
        <Button disabled={same || typed.protocol === ''} onClick={() => void save()}>
          Listen there
        </Button>
      </div>
    </MarginNote>
  );
}
