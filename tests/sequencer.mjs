/** The order of test files: those that take minutes come first, so that none of them is left running by itself at the end. */
import Sequencer from '@jest/test-sequencer';

const LONG = [
  'truth/truth',
  'server/rehearsal',
  'server/kill',
  'server/rehearsal-sending',
  'server/roles',
  'server/rehearsal-chosen',
  'server/migrations',
  'server/viewings',
  'server/forecasts',
  'server/interrupted',
];

const place = ({ path }) => {
  const at = LONG.findIndex((name) => path.endsWith(`/tests/${name}.test.ts`));
  return at < 0 ? LONG.length : at;
};

export default class LongestFirst extends Sequencer {
  sort(tests) {
    return [...super.sort(tests)].sort((a, b) => place(a) - place(b));
  }
}
