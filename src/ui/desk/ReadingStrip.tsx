'use client';
/** Below the sheet: which order, which language, how wide, in which light, which part. */
import { useState } from 'react';
import { sampleOrders } from '@/core/order';
import { languageName } from '@/core/names';
import { SIZE_LIMIT } from '@/core/preflight';
import { Pick, Search, Segments, type Choice } from '../parts/fields';
import type { StripState } from './strip';
import type { OrderChoice } from '@/contract/orders';

export interface ReadingStripProps extends StripState {
  orders: readonly OrderChoice[];
  /** Searches all orders of the store. */
  onOrders: (search: string) => Promise<readonly OrderChoice[]>;
  languages: { language: string; written: boolean }[];
  bytes: number | undefined;
  /** There is only the sheet to be looked at: no text part, no source. */
  sheetOnly?: boolean;
  /** The sheet for desktops does not fit: there is nothing to choose. */
  noRoom?: boolean;
  onChange: (change: Partial<StripState>) => void;
}

const SAMPLES: readonly OrderChoice[] = sampleOrders('EUR', 'https://shop.example', 0).map(({ situation, order }) => ({
  number: order.number,
  name: situation,
  note: 'sample',
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
  const chosen = [...props.orders, ...SAMPLES].find((o) => o.number === order) ?? { number: order, name: '', note: '' };
  const choices = (orders.some((o) => o.number === order) ? orders : [chosen, ...orders]).map(choiceOf);
  const [open, setOpen] = useState(false);
  return (
    <div className="shrink-0 border-t border-rule bg-panel max-lg:sticky max-lg:bottom-0 max-lg:z-20">
      <button
        type="button"
        aria-expanded={open}
        className="link min-h-9 w-full px-4 text-start text-sm lg:hidden"
        onClick={() => setOpen(!open)}
      >
        Shown for {choiceOf(chosen).label} in {languageName(language)}
      </button>
      <div className={`flex-wrap items-center gap-1.5 px-4 py-2 lg:flex ${open ? 'flex' : 'max-lg:hidden'}`}>
        <div className="min-w-44 flex-1 basis-44 max-w-64">
          <Search
            up
            label="Order on the sheet"
            value={order || null}
            placeholder="no order"
            choices={choices}
            onQuery={(query) => void onOrders(query).then(setFound)}
            onChange={(value) => onChange({ order: value })}
          />
        </div>
        <Pick
          up
          label="Language"
          className="w-32"
          value={language}
          choices={languages.map((l) => ({
            value: l.language,
            label: languageName(l.language),
            note: l.written ? '' : 'no words yet',
          }))}
          onChange={(value) => onChange({ language: value })}
        />
        {!props.noRoom && (
          <Segments
            label="Width"
            value={width}
            choices={[
              { value: 'phone', label: 'Phone' },
              { value: 'desktop', label: 'Desktop' },
            ]}
            onChange={(value) => onChange({ width: value })}
          />
        )}
        <Pick
          up
          label="Light"
          className="w-36"
          value={ground}
          choices={[
            { value: 'light', label: 'Light' },
            { value: 'dark', label: 'Dark, as declared' },
            { value: 'forced', label: 'Dark, colours inverted' },
          ]}
          onChange={(value) => onChange({ ground: value })}
        />
        <Segments
          label="Pictures"
          value={pictures ? 'on' : 'off'}
          choices={[
            { value: 'on', label: 'Pictures' },
            { value: 'off', label: 'None' },
          ]}
          onChange={(value) => onChange({ pictures: value === 'on' })}
        />
        {!props.sheetOnly && (
          <Segments
            label="Part"
            value={part}
            choices={[
              { value: 'html', label: 'HTML' },
              { value: 'text', label: 'Text' },
              { value: 'source', label: 'Source' },
            ]}
            onChange={(value) => onChange({ part: value })}
          />
        )}
        {bytes !== undefined && (
          <span
            className={`ms-auto text-sm whitespace-nowrap ${bytes > SIZE_LIMIT ? 'font-semibold text-madder' : 'text-slate'}`}
            title="Mail programs cut HTML off beyond this size"
          >
            {(bytes / 1000).toFixed(0)} kB of {SIZE_LIMIT / 1000}
          </span>
        )}
      </div>
    </div>
  );
}
