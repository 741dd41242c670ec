'use client';
/** Below the sheet: which order, which language, how wide, in which light, which part. */
import { useState, type ReactNode } from 'react';
import { sampleOrders } from '@/core/order';
import { languageName } from '@/core/names';
import { SIZE_LIMIT } from '@/core/preflight';
import { Pick, Search, Segments, type Choice } from '../parts/fields';
import type { StripState } from './strip';
import type { OrderChoice } from '@/contract/orders';
import { say } from '@/words/desk';
import { say as common } from '@/words/common';

export interface ReadingStripProps extends StripState {
  orders: readonly OrderChoice[];
  /** Of the customer of the order on the sheet, which may be in no list. */
  orderName?: string;
  /** Searches all orders of the store. */
  onOrders: (search: string) => Promise<readonly OrderChoice[]>;
  languages: { language: string; written: boolean }[];
  bytes: number | undefined;
  /** There is only the sheet to be looked at: no text part, no source. */
  sheetOnly?: boolean;
  /** The sheet for desktops does not fit: there is nothing to choose. */
  noRoom?: boolean;
  /** On top of the strip. */
  above?: ReactNode;
  /** Opens and closes the situations above the strip. */
  onSituations?: () => void;
  situations?: boolean;
  /** Which form of the words is looked at. */
  seen?: ReactNode;
  onChange: (change: Partial<StripState>) => void;
}

const SAMPLES: readonly OrderChoice[] = sampleOrders('EUR', 'https://shop.example', 0).map(({ situation, order }) => ({
  number: order.number,
  name: situation,
  note: say.sample,
}));

const choiceOf = ({ number, name, note }: OrderChoice): Choice<string> => ({
  value: number,
  label: number.startsWith('SAMPLE-') ? name : `${number} ${name}`,
  note,
});

export function ReadingStrip(props: ReadingStripProps) {
  const { order, language, width, part, ground, pictures, languages, bytes, onChange, onOrders } = props;
  const [found, setFound] = useState<readonly OrderChoice[]>(props.orders);
  const orders = [...found, ...SAMPLES];
  // The chosen one stays in the list whatever was searched for.
  const chosen = [...props.orders, ...SAMPLES].find((o) => o.number === order) ?? {
    number: order,
    name: props.orderName ?? '',
    note: '',
  };
  const choices = (orders.some((o) => o.number === order) ? orders : [chosen, ...orders]).map(choiceOf);
  const [open, setOpen] = useState(false);
  return (
    <div className="shrink-0 border-t border-rule bg-panel max-lg:sticky max-lg:bottom-0 max-lg:z-20">
      {props.above}
      <button
        type="button"
        aria-expanded={open}
        className="link min-h-9 w-full px-4 text-start text-sm lg:hidden"
        onClick={() => setOpen(!open)}
      >
        {say.shownForLabelInLanguageName({ label: choiceOf(chosen).label, languageName: languageName(language) })}
      </button>
      <div className={`flex-wrap items-center gap-1.5 px-4 py-2 lg:flex ${open ? 'flex' : 'max-lg:hidden'}`}>
        <div className="min-w-36 flex-1 basis-36 max-w-64">
          <Search
            up
            label={say.orderOnTheSheet}
            value={order || null}
            placeholder={say.noOrder}
            choices={choices}
            onQuery={(query) => void onOrders(query).then(setFound)}
            onChange={(value) => onChange({ order: value })}
          />
        </div>
        <Pick
          up
          label={common.language}
          className="w-26"
          value={language}
          choices={languages.map((l) => ({
            value: l.language,
            label: languageName(l.language),
            note: l.written ? '' : say.noWordsYet,
          }))}
          onChange={(value) => onChange({ language: value })}
        />
        {props.onSituations && (
          <button
            type="button"
            className="btn"
            aria-expanded={props.situations}
            title={say.situationsKey}
            onClick={props.onSituations}
          >
            {say.situations}
          </button>
        )}
        {props.seen}
        {!props.noRoom && (
          <Segments
            label={say.width}
            value={width}
            choices={[
              { value: 'phone', label: say.phone },
              { value: 'desktop', label: say.desktop },
            ]}
            onChange={(value) => onChange({ width: value })}
          />
        )}
        <Pick
          up
          label={say.light}
          className="w-26"
          value={ground}
          choices={[
            { value: 'light', label: say.light },
            { value: 'dark', label: say.darkAsDeclared },
            { value: 'forced', label: say.darkColoursInverted },
          ]}
          onChange={(value) => onChange({ ground: value })}
        />
        <Segments
          label={say.pictures}
          value={pictures ? 'on' : 'off'}
          choices={[
            { value: 'on', label: say.pictures },
            { value: 'off', label: say.none },
          ]}
          onChange={(value) => onChange({ pictures: value === 'on' })}
        />
        {!props.sheetOnly && (
          <Segments
            label={say.part}
            value={part}
            choices={[
              { value: 'html', label: say.html },
              { value: 'text', label: common.text },
              { value: 'source', label: say.source },
            ]}
            onChange={(value) => onChange({ part: value })}
          />
        )}
        {bytes !== undefined && (
          <span
            className={`ms-auto text-sm whitespace-nowrap ${bytes > SIZE_LIMIT ? 'font-semibold text-madder' : 'text-slate'}`}
            title={say.mailProgramsCutHtmlOff}
          >
            {say.sizeOf({ size: Math.round(bytes / 1000), most: SIZE_LIMIT / 1000 })}
          </span>
        )}
      </div>
    </div>
  );
}
