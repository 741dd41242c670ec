'use client';
/** How a store is paid and ships, who carries for it, and what its own names are in each language. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import type { TermsPage } from '@/contract/terms';
import type { Failure, Result } from '@/core/result';
import type { Terms } from '@/core/terms';
import { Page, Trouble } from '../parts/Page';
import { useKeptChanges } from '../parts/useKeptChanges';
import { answered, problemAt } from '../parts/result';
import { CarriersPart } from './CarriersPart';
import { InvoicesPart } from './InvoicesPart';
import { NamesPart } from './NamesPart';
import { NotesPart } from './NotesPart';
import { PlacesPart } from './PlacesPart';
import { TERMS_PARTS, type TermsPart } from './parts';
import { PaymentPart } from './PaymentPart';
import { ShippingPart } from './ShippingPart';
import { StoreTabs } from './StoreTabs';
import { UnlistedNames } from './UnlistedNames';
import { say } from '@/words/terms';
import { say as common } from '@/words/common';

export interface TermsProps extends TermsPage {
  base: string;
  part: TermsPart;
  /** Methods, accounts and carriers; without it only words in other languages. */
  mayEdit: boolean;
  mayName: boolean;
  onSave: (revision: number, terms: Terms) => Promise<Result<{ revision: number }>>;
}

/** What each part of the screen is given. */
export interface PartProps {
  page: TermsPage & { base: string };
  /** As kept, to say what a change reaches. */
  saved: Terms;
  terms: Terms;
  mayEdit: boolean;
  mayName: boolean;
  change: (part: Partial<Terms>) => void;
  problem: (path: string) => string | undefined;
}

const LISTS: Record<TermsPart, keyof Terms> = {
  payment: 'payments',
  shipping: 'shipping',
  carriers: 'carriers',
  places: 'places',
  names: 'names',
  notes: 'notes',
  invoices: 'seller',
};

export function TermsScreen(props: TermsProps) {
  const { base, mayEdit, mayName, onSave, terms: saved } = props;
  const router = useRouter();
  const [part, setPart] = useState(props.part);
  const [terms, setTerms] = useState(saved);
  const [kept, setKept] = useState(saved);
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  // What was saved, here or elsewhere, comes in with the page; what is typed and not saved stays.
  if (kept !== saved) {
    if (JSON.stringify(terms) === JSON.stringify(kept)) setTerms(saved);
    setKept(saved);
  }
  const changed = JSON.stringify(terms) !== JSON.stringify(saved);
  useKeptChanges({
    key: `${base}/store`,
    revision: props.revision,
    value: terms,
    dirty: changed,
    enabled: mayEdit || mayName,
    onBack: setTerms,
  });

  const save = async (next: Terms, revision: number, before: Terms): Promise<void> => {
    setBusy(true);
    const result = await answered(onSave(revision, next));
    setBusy(false);
    setFailure(result.ok ? undefined : result.error);
    if (!result.ok) return;
    setTerms(next);
    router.refresh();
    toast.success(say.savedMessagesSayItFrom, {
      action: { label: common.undo, onClick: () => void save(before, result.value.revision, next) },
    });
  };
  const parts: PartProps = {
    page: props,
    saved,
    terms,
    mayEdit,
    mayName,
    change: (part) => setTerms({ ...terms, ...part }),
    problem: (path) => problemAt(failure, path),
  };
  const elsewhere = TERMS_PARTS.filter(
    ({ id }) => id !== part && failure?.problems.some((p) => p.path.startsWith(`/${LISTS[id]}`)),
  );
  return (
    <Page
      title={say.store}
      note={<StoreTabs base={base} part={part} onPart={setPart} />}
      actions={
        // Who may only give names words sees the button where names are, and wherever some were typed.
        (mayEdit || (mayName && (part === 'names' || part === 'notes' || changed))) && (
          <>
            {changed && (
              <button
                type="button"
                className="btn btn-quiet"
                onClick={() => {
                  setTerms(saved);
                  setFailure(undefined);
                }}
              >
                {say.discardChanges}
              </button>
            )}
            <button
              type="button"
              className="btn btn-main"
              disabled={!changed || busy}
              onClick={() => void save(terms, props.revision, saved)}
            >
              {busy ? common.saving : say.saveChanges}
            </button>
          </>
        )
      }
    >
      <div className="lg:h-full lg:overflow-auto px-5 py-4">
        {failure && (
          <div className="mb-4 max-w-3xl">
            <Trouble>
              {failure.message}
              {elsewhere.length > 0 &&
                ` ${say.seeAlsoElsewhere({ elsewhere: elsewhere.map((p) => p.label).join(', ') })}`}
              {failure.code === 'conflict' && (
                <button type="button" className="link ms-2" onClick={() => router.refresh()}>
                  {say.loadThem}
                </button>
              )}
            </Trouble>
          </div>
        )}
        {mayEdit && <UnlistedNames {...parts} part={part} />}
        {part === 'payment' && <PaymentPart {...parts} />}
        {part === 'shipping' && <ShippingPart {...parts} />}
        {part === 'carriers' && <CarriersPart {...parts} />}
        {part === 'places' && <PlacesPart {...parts} />}
        {part === 'names' && <NamesPart {...parts} />}
        {part === 'notes' && <NotesPart {...parts} />}
        {part === 'invoices' && <InvoicesPart {...parts} />}
      </div>
    </Page>
  );
}
