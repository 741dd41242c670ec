/** The list of screens that browser tests look at, against the pages there are. */
import { readdirSync } from 'node:fs';
import { ALL_SCREENS } from '../e2e/screens';

const STORE = 'src/app/s/[store]';

/** Pages that no address of the demo store leads to, each with where it is looked at instead. */
const ELSEWHERE: Record<string, string> = {
  sending: 'leads to its first part',
  store: 'leads to its first part',
  'customers/[id]': 'customers?address=... leads to it',
  'notices/[id]': 'a notice has to be written first: notices.spec',
  'rehearsal/picture': 'pictures have to be taken first: rehearsal.spec',
  'store/sources/[id]': 'a source has to be made first: sources.spec',
};

const pages = readdirSync(STORE, { recursive: true, encoding: 'utf8' })
  .filter((path) => path.endsWith('/page.tsx'))
  .map((path) => path.slice(0, -'/page.tsx'.length));
const listed = ALL_SCREENS.map((screen) => (typeof screen === 'string' ? screen.split('?')[0]! : screen.page));

/** The page that a path leads to: one named in full comes before one with a place for anything. */
function pageOf(path: string): string | undefined {
  const fits = (page: string): boolean =>
    page === path || new RegExp(`^${page.replaceAll(/\[\w+\]/g, '[^/]+')}$`).test(path);
  return pages.includes(path) ? path : pages.find(fits);
}

it('every page of a store is looked at', () => {
  const seen = new Set(listed.map(pageOf));
  expect(pages.filter((page) => !seen.has(page) && !(page in ELSEWHERE))).toEqual([]);
});

it('every screen that is looked at is a page, and each once', () => {
  expect(listed.filter((path) => pageOf(path) === undefined)).toEqual([]);
  const all = ALL_SCREENS.map((screen) => JSON.stringify(screen));
  expect(all.filter((screen, at) => all.indexOf(screen) !== at)).toEqual([]);
});

it('nothing is said of pages that are gone, or that are looked at after all', () => {
  const seen = new Set(listed.map(pageOf));
  expect(Object.keys(ELSEWHERE).filter((page) => !pages.includes(page) || seen.has(page))).toEqual([]);
});
