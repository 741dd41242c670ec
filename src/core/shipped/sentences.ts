/** Sources of words that are said one way or another by what an order has (MessageFormat 2, `.match`). */

/** Words for orders that have a value, and others, or none, for those that have not. */
export function whether(name: string, present: string, missing = ''): string {
  return byPresence([name], { present, '*': missing });
}

/** Words by which of some values an order has: keys name `present`, `missing` or `*` for each value, apart by blanks. */
export function byPresence(names: readonly string[], forms: Record<string, string>): string {
  const inputs = names.map((name) => `.input {$${name} :presence}\n`).join('');
  const variants = Object.entries(forms).map(([keys, words]) => `${keys} {{${words}}}`);
  return `${inputs}.match ${names.map((name) => `$${name}`).join(' ')}\n${variants.join('\n')}`;
}

/** Where goods are collected and when: nothing, or as much of it as is known; `open` goes before the hours. */
export function collectAt(open: string): string {
  const [address, hours] = ['{$shipment.locationAddress}', `${open}: {$shipment.locationHours}`];
  return byPresence(['shipment.locationAddress', 'shipment.locationHours'], {
    'present present': p(address) + p(hours),
    'present *': p(address),
    '* present': p(hours),
    '* *': '',
  });
}

/** Words by a number: keys are plural categories of the language (CLDR), numbers themselves, or `*`. */
export function byNumber(name: string, forms: Record<string, string>): string {
  const variants = Object.entries(forms).map(([key, words]) => `${key} {{${words}}}`);
  return `.input {$${name} :number}\n.match $${name}\n${variants.join('\n')}`;
}

/** A paragraph. */
export const p = (words: string): string => `{#p}${words}{/p}`;

/** A day with its weekday, written out. */
export const day = (name: string): string => `{$${name} :date fields=month-day-weekday length=long}`;

/** Bold words. */
export const b = (words: string): string => `{#b}${words}{/b}`;
