/** Bank accounts as people read and type them, and the code that banking apps scan. */
import { electronicFormatIBAN, friendlyFormatIBAN, isValidBIC, validateIBAN, ValidationErrorsIBAN } from 'ibantools';
import { plainLine } from '../text/values';
import type { BankAccount } from './schema';
import { say } from '../../words/problems';

/** An IBAN without spaces and in capitals, as it is kept. */
export const plainIban = (text: string): string => electronicFormatIBAN(text) ?? '';

/** An IBAN in groups of four, as it is printed (ISO 13616). */
export const groupedIban = (iban: string): string => friendlyFormatIBAN(iban) ?? iban;

/** What is wrong with an IBAN, as a whole sentence; undefined when country, length and check digits are right. */
export function ibanProblem(iban: string): string | undefined {
  const plain = plainIban(iban);
  if (plain === '') return say.enterTheIbanOfThe;
  const { valid, errorCodes } = validateIBAN(plain);
  if (valid) return undefined;
  if (errorCodes.includes(ValidationErrorsIBAN.NoIBANCountry)) {
    return say.sliceIsNotACountry({ slice: plain.slice(0, 2) });
  }
  if (errorCodes.includes(ValidationErrorsIBAN.WrongBBANLength)) {
    return say.theIbanHasNCharacters({ n: plain.length, slice: plain.slice(0, 2) });
  }
  return say.theCheckDigitsOfThe;
}

/** What is wrong with a BIC, as a whole sentence; undefined for none or a right one. */
export function bicProblem(bic: string | undefined): string | undefined {
  if (!bic || isValidBIC(bic.toUpperCase())) return undefined;
  return say.aBicHas8Or;
}

export interface Transfer {
  account: BankAccount;
  /** In minor units; codes are for euros only. */
  amount: number;
  currency: string;
  /** What the customer writes with it. */
  reference: string;
}

const MOST = 99_999_999_999;

/**
 * What the picture of a SEPA credit transfer says (European Payments Council, EPC069-12, version 002, UTF-8). Undefined for an amount
 * that no such code can carry: another currency than the euro, or nothing.
 */
export function transferCode({ account, amount, currency, reference }: Transfer): string | undefined {
  if (currency !== 'EUR' || amount < 1 || amount > MOST) return undefined;
  const euros = `${Math.floor(amount / 100)}.${String(amount % 100).padStart(2, '0')}`;
  const { iban, bic = '' } = account;
  // Each line of the code is a field of its own: no value may bring a line with it.
  const [holder, words] = [plainLine(account.holder).slice(0, 70), plainLine(reference).slice(0, 140)];
  return ['BCD', '002', '1', 'SCT', bic, holder, plainIban(iban), `EUR${euros}`, '', '', words].join('\n');
}

/** The account and amount that a transfer's code is for, or undefined for text that is no such code. */
export function readTransferCode(code: string): { iban: string; amount: string; reference: string } | undefined {
  const lines = code.split('\n');
  const [service, version, characters, kind, , holder, iban, amount, , , reference = ''] = lines;
  const right = service === 'BCD' && version === '002' && characters === '1' && kind === 'SCT' && lines.length <= 12;
  return right && holder && iban && amount && /^EUR\d{1,9}\.\d\d$/.test(amount)
    ? { iban, amount, reference }
    : undefined;
}
