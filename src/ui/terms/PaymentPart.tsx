'use client';
/** How customers can pay: what a method is called, when the money should be there, and the account it goes to. */
import { Trash2 } from 'lucide-react';
import { bicProblem, groupedIban, ibanProblem, plainIban, transferCode, type PaymentMethod } from '@/core/terms';
import { transferCodePath } from '@/core/render/transfer-code';
import { Check } from '../parts/Check';
import { Field } from '../parts/fields';
import { Empty } from '../parts/Page';
import { UseLine } from '../parts/UseLine';
import type { PartProps } from './TermsScreen';
import { WordsFields } from './WordsFields';
import { say } from '@/words/terms';

export function PaymentPart(props: PartProps) {
  const { terms, mayEdit, change } = props;
  const set = (i: number, method: PaymentMethod | undefined): void =>
    change({ payments: terms.payments.flatMap((m, k) => (k === i ? (method ? [method] : []) : [m])) });
  return (
    <div className="flex max-w-5xl flex-col gap-4">
      {terms.payments.length === 0 && <Empty title={say.noPaymentMethodsYet}>{say.ordersNameHowTheyAre}</Empty>}
      {terms.payments.map((method, i) => (
        <Method key={i} {...props} index={i} method={method} onSet={(m) => set(i, m)} />
      ))}
      {mayEdit && (
        <button
          type="button"
          className="btn self-start"
          onClick={() => change({ payments: [...terms.payments, { name: '', words: {}, waitsForMoney: false }] })}
        >
          {say.addAPaymentMethod}
        </button>
      )}
    </div>
  );
}

function Method({
  page,
  saved,
  mayEdit,
  mayName,
  problem,
  index,
  method,
  onSet,
}: PartProps & { index: number; method: PaymentMethod; onSet: (method: PaymentMethod | undefined) => void }) {
  const at = `/payments/${index}`;
  const before = saved.payments.find((m) => m.name === method.name)?.account;
  const accountChanged = before !== undefined && before.iban !== plainIban(method.account?.iban ?? '');
  const unpaid = page.unpaid[method.name] ?? 0;
  const set = (part: Partial<PaymentMethod>): void => onSet({ ...method, ...part });
  return (
    <section aria-label={method.name || say.newPaymentMethod} className="border border-rule bg-sheet p-4">
      <fieldset disabled={!mayEdit} className="contents">
        <div className="grid sm:grid-cols-[1fr_8rem_auto] items-start gap-3">
          <Field label={say.nameAsOrdersSayIt} problem={problem(`${at}/name`)}>
            {(ids) => (
              <input {...ids} className="input" value={method.name} onChange={(e) => set({ name: e.target.value })} />
            )}
          </Field>
          <Field label={say.dueInDays} problem={problem(`${at}/dueInDays`)}>
            {(ids) => (
              <input
                {...ids}
                className="input"
                inputMode="numeric"
                value={method.dueInDays ?? ''}
                onChange={(e) => {
                  const days = e.target.value.replace(/\D/g, '');
                  const { dueInDays: _days, ...rest } = method;
                  onSet({ ...rest, ...(days !== '' && { dueInDays: Number(days) }) });
                }}
              />
            )}
          </Field>
          {mayEdit && (
            <button
              type="button"
              className="btn btn-quiet mt-6"
              aria-label={say.removeN({ n: method.name || say.thisMethod })}
              onClick={() => onSet(undefined)}
            >
              <Trash2 size={15} aria-hidden />
            </button>
          )}
        </div>
        <div className="mt-3 flex flex-wrap gap-x-8 gap-y-2">
          <Check
            label={say.dispatchWaitsForTheMoney}
            on={method.waitsForMoney}
            onChange={(waitsForMoney) => set({ waitsForMoney })}
          />
          <Check
            label={say.customersTransferTheMoneyThemselves}
            on={method.account !== undefined}
            onChange={(on) => {
              const { account: _account, ...rest } = method;
              onSet(on ? { ...rest, account: before ?? { holder: '', iban: '' } } : rest);
            }}
          />
        </div>
        {method.account && <Account {...{ at, method, problem, set }} saved={before?.iban} />}
      </fieldset>
      <UseLine page={page} kind="payment" name={method.name} />
      {accountChanged && unpaid > 0 && (
        <p className="mt-3 text-sm text-marigold-ink">
          {say.unpaidCustomersHaveNotPaid({ unpaid, name: method.name })}
        </p>
      )}
      <div className="mt-4 border-t border-rule pt-3">
        <WordsFields
          name={method.name}
          words={method.words}
          languages={page.languages}
          readOnly={!mayName}
          onChange={(words) => set({ words })}
        />
      </div>
    </section>
  );
}

function Account({
  at,
  method,
  saved,
  problem,
  set,
}: {
  at: string;
  method: PaymentMethod;
  /** The IBAN as it is kept: only of this one a picture can be had. */
  saved: string | undefined;
  problem: PartProps['problem'];
  set: (part: Partial<PaymentMethod>) => void;
}) {
  const account = method.account!;
  const iban = plainIban(account.iban);
  const change = (part: Partial<typeof account>): void => set({ account: { ...account, ...part } });
  const wrong = account.iban.trim() === '' ? undefined : ibanProblem(account.iban);
  const code =
    iban !== '' && iban === saved
      ? transferCode({ account, amount: 3480, currency: 'EUR', reference: 'ORDER-1' })
      : undefined;
  return (
    <div className="mt-3 flex gap-5 max-sm:flex-col">
      <div className="grid flex-1 gap-3 sm:grid-cols-2 sm:self-start">
        <Field label={say.accountHolder} problem={problem(`${at}/account/holder`)}>
          {(ids) => (
            <input
              {...ids}
              className="input"
              maxLength={70}
              value={account.holder}
              onChange={(e) => change({ holder: e.target.value })}
            />
          )}
        </Field>
        <Field
          label="BIC"
          problem={problem(`${at}/account/bic`) ?? bicProblem(account.bic?.trim())}
          hint={say.outsideTheEuropeanEconomicArea}
        >
          {(ids) => (
            <input
              {...ids}
              className="input font-mono"
              value={account.bic ?? ''}
              onChange={(e) => change({ bic: e.target.value })}
            />
          )}
        </Field>
        <div className="sm:col-span-2">
          <Field label="IBAN" problem={problem(`${at}/account/iban`) ?? wrong}>
            {(ids) => (
              <input
                {...ids}
                className="input font-mono"
                spellCheck={false}
                value={wrong || account.iban.includes(' ') ? account.iban : groupedIban(account.iban)}
                onChange={(e) => change({ iban: e.target.value })}
                onBlur={() => !wrong && change({ iban: groupedIban(iban) })}
              />
            )}
          </Field>
        </div>
      </div>
      {code && (
        <figure className="w-36 text-xs text-slate">
          <img
            src={transferCodePath(code)}
            alt={say.codeThatBankingAppsScan}
            width={132}
            height={132}
            className="border border-rule"
          />
          <figcaption className="mt-1">{say.scanItToTryIt}</figcaption>
        </figure>
      )}
    </div>
  );
}
