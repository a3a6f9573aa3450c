import type { ReactElement } from 'react';
import { ownMember, type Part } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import { useLineMode } from '../../ui/line-mode.ts';
import { draftOf, useDrafts, writeFigure } from '../drafts.ts';
import { putPadAway, usePad } from './pad-store.ts';

/** One figure among several of a part: typed by key, or by the pad where hands wear gloves. */
export function SmallField({
  part,
  name,
  over,
  spoken,
  unit,
  wide = false,
  focus = false,
  placeholder = '—',
}: {
  part: Part;
  /** Under which it stands on the desk. */
  name: string;
  over: string;
  /** For whoever hears it rather than sees it. */
  spoken: string;
  unit: string;
  wide?: boolean;
  focus?: boolean;
  placeholder?: string;
}): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const line = useLineMode();
  const text = ownMember(draft.texts, name) ?? ownMember(draft.taken, name)?.text ?? '';
  return (
    <label className={`block ${wide ? '' : 'min-w-24'}`}>
      {over === '' ? null : <span className="cap block whitespace-nowrap">{over}</span>}
      <span className="flex items-baseline gap-1">
        <input
          data-figure={`${part.key} ${name}`}
          inputMode={line ? 'none' : 'decimal'}
          autoComplete="off"
          autoFocus={focus && !line && text === ''}
          aria-label={spoken}
          value={text}
          placeholder={placeholder}
          onFocus={(e) => {
            usePad.setState({ part: part.key, name });
            if (line) e.target.scrollIntoView({ block: 'start' });
          }}
          onBlur={putPadAway}
          onChange={(e) => writeFigure(view.id, part.key, name, e.target.value)}
          // A unit of its own is written out, and seen whole.
          style={{ width: `max(${wide ? 6 : 4}rem, ${text.length + 1}ch)` }}
          className={`${wide ? 'text-2xl' : 'text-xl'} scroll-mt-24 border-0 border-b-[3px] bg-transparent py-1 font-mono font-bold outline-none placeholder:text-ink-3 focus:border-hand ${text ? 'border-hand' : 'border-rule'}`}
        />
        <span className="text-ink-2">{/[a-z°]/i.test(text) ? '' : unit}</span>
      </span>
    </label>
  );
}
