/** The page of all values, moments and ways of writing in docs, made from the catalogue. */
import { momentOf, MOMENTS, MOMENT_COLUMN_LABELS } from '../src/core/moments';
import { isProvided, PLACEHOLDER_GROUP_LABELS, PLACEHOLDERS, type PlaceholderGroup } from '../src/core/placeholders';
import { defaultFunction, FUNCTIONS, writerFor } from '../src/core/text';

const CONTEXT = { locale: 'en-GB', timeZone: 'UTC' };

const cell = (text: string): string => text.replaceAll('|', '\\|');

/** The page in Markdown, in English. */
export function valuesPage(): string {
  const groups = [...new Set(PLACEHOLDERS.map((p) => p.group))];
  const rows = (group: PlaceholderGroup): string =>
    PLACEHOLDERS.filter((p) => p.group === group)
      .map((p) => {
        const example = writerFor(defaultFunction(p.type), {}, CONTEXT)(p.sample);
        return `| \`{$${p.name}}\` | ${cell(p.label)} | ${cell(p.meaning)} | ${p.type} | ${cell(example)} | ${p.canBeMissing ? 'yes' : 'no'} |`;
      })
      .join('\n');
  const moments = MOMENTS.map((m) => {
    const known = groups.filter((g) => PLACEHOLDERS.some((p) => p.group === g && isProvided(p, m.id)));
    return `| \`${m.id}\` | ${cell(m.label)} | ${cell(MOMENT_COLUMN_LABELS[m.column])} | ${momentOf(m.id).about} | ${known.map((g) => PLACEHOLDER_GROUP_LABELS[g]).join(', ')} |`;
  }).join('\n');
  const functions = Object.entries(FUNCTIONS)
    .map(([name, options]) => {
      const takes = Object.entries(options)
        .map(([option, allowed]) => `\`${option}\`${allowed ? ` (${allowed.join(', ')})` : ''}`)
        .join('; ');
      return `| \`:${name}\` | ${takes || 'none'} |`;
    })
    .join('\n');
  return `# Values, moments and formats

Made from the catalogue in \`src/core/placeholders\` and the table of moments; a test keeps it as they are. In the interface, \`{\` in any
words opens the same list, with the value that the order on the sheet has.

A value that can be empty is given words for that case (\`{$customer.firstName :text default=|friend|}\`), or the words are said in two
forms (\`:presence\`). Without either its place is left empty, and a finding says so.
${groups
  .map(
    (group) => `
## ${PLACEHOLDER_GROUP_LABELS[group]}

| Value | Name | What it means | Type | Example | Can be empty |
| --- | --- | --- | --- | --- | --- |
${rows(group)}
`,
  )
  .join('')}
## Moments

Which values a message has depends on its moment.

| Moment | Name | On the board under | About | Knows |
| --- | --- | --- | --- | --- |
${moments}

## Formats

How a value is written, in the syntax of MessageFormat 2 (see [formats](formats.md)).

| Function | Options |
| --- | --- |
${functions}
`;
}
