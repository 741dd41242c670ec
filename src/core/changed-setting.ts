/** One setting as it was and as it is, in few words: "alignment: start → centre". */
import { say } from '../words/names';

const LONGEST = 60;

/** A setting's change in words; without the values where they are no plain ones. */
export function changedSetting(label: string, before: unknown, after: unknown): string {
  const [was, is] = [plainWords(before), plainWords(after)];
  return was === undefined || is === undefined ? label : say.labelWasIs({ label, was, is });
}

function plainWords(value: unknown): string | undefined {
  if (value === undefined || value === null || value === '') return say.noneSet;
  if (value === true) return say.isOn;
  if (value === false) return say.isOff;
  if (typeof value === 'number') return String(value);
  if (typeof value === 'string') return value.length > LONGEST ? `${value.slice(0, LONGEST - 1)}…` : value;
  if (Array.isArray(value) && value.every((v) => typeof v === 'string' || typeof v === 'number'))
    return value.join(', ');
  return undefined;
}
