'use client';
/** Below the sheet: which order, which language, how wide, which part. */
import { languageName } from '@/core/plan/reasons';
import { Pick, Search, Segments } from '../parts/fields';

export interface StripState {
  order: string;
  language: string;
  width: 'phone' | 'desktop';
  part: 'html' | 'text';
}

export interface ReadingStripProps extends StripState {
  orders: { number: string; name: string; note: string }[];
  languages: { language: string; written: boolean }[];
  bytes: number | undefined;
  onChange: (change: Partial<StripState>) => void;
}

/** Mail programs cut HTML off beyond this. */
const LIMIT_KB = 102;

export function ReadingStrip({ order, language, width, part, orders, languages, bytes, onChange }: ReadingStripProps) {
  return (
    <div className="flex shrink-0 items-center gap-3 border-t border-rule bg-panel px-4 py-2">
      <div className="w-72">
        <Search
          up
          label="Order on the sheet"
          value={order || null}
          placeholder="no order"
          choices={orders.map((o) => ({ value: o.number, label: `${o.number} ${o.name}`, note: o.note }))}
          onChange={(value) => onChange({ order: value })}
        />
      </div>
      <Pick
        up
        label="Language"
        className="w-44"
        value={language}
        choices={languages.map((l) => ({
          value: l.language,
          label: languageName(l.language),
          note: l.written ? '' : 'no words yet',
        }))}
        onChange={(value) => onChange({ language: value })}
      />
      <Segments
        label="Width"
        value={width}
        choices={[
          { value: 'phone', label: 'Phone' },
          { value: 'desktop', label: 'Desktop' },
        ]}
        onChange={(value) => onChange({ width: value })}
      />
      <Segments
        label="Part"
        value={part}
        choices={[
          { value: 'html', label: 'HTML' },
          { value: 'text', label: 'Text' },
        ]}
        onChange={(value) => onChange({ part: value })}
      />
      {bytes !== undefined && (
        <span
          className={`ms-auto text-sm whitespace-nowrap ${bytes > LIMIT_KB * 1000 ? 'font-semibold text-madder' : 'text-slate'}`}
          title="Mail programs cut HTML off beyond this size"
        >
          {(bytes / 1000).toFixed(0)} kB of {LIMIT_KB}
        </span>
      )}
    </div>
  );
}

/** The strip's choices as they stand in the address; what is usual is left out. */
export function stripQuery(strip: StripState, ownLanguage: string): string {
  const query = new URLSearchParams();
  if (strip.order) query.set('order', strip.order);
  if (strip.language !== ownLanguage) query.set('language', strip.language);
  if (strip.width !== 'desktop') query.set('width', strip.width);
  if (strip.part !== 'html') query.set('part', strip.part);
  return query.size > 0 ? `?${query}` : '';
}
