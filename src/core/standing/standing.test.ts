import { onlyIn, SHIPPED_NOTIFICATIONS } from '../shipped';
import type { Template } from '../template';
import { notificationStanding, versionStanding } from './standing';

const STORE = { language: 'en', languages: ['en', 'de', 'fr'] };
const template = (): Template => structuredClone(onlyIn(SHIPPED_NOTIFICATIONS[0]!, ['en', 'de']).template);
const reworded = (): Template => {
  const t = template();
  t.words.en!.subject = 'Otherwise';
  return t;
};
const withoutGerman = (): Template => ({ ...template(), words: { en: template().words.en! } });
const version = (facts: Partial<Parameters<typeof versionStanding>[1]> = {}, on = true) =>
  versionStanding(on, { nothing: false, draft: template(), live: template(), ...facts }, STORE);

describe('a version', () => {
  it('is live when its notification is on and it has been published', () => {
    expect(version()).toMatchObject({ live: true, draft: false, unpublished: false });
    expect(version({}, false)).toMatchObject({ live: false });
    expect(version({ live: undefined })).toMatchObject({ live: false, draft: true, unpublished: true });
    expect(version({ nothing: true, live: undefined })).toMatchObject({
      live: false,
      draft: false,
      unpublished: false,
    });
  });

  it('is complete in what goes out, whatever its draft lacks', () => {
    expect(version({ draft: withoutGerman() }).complete).toEqual(['en', 'de']);
    expect(version({ live: withoutGerman() }).complete).toEqual(['en']);
    expect(version({ live: undefined, draft: withoutGerman() }).complete).toEqual(['en']);
    expect(version({ nothing: true }).complete).toEqual(['en', 'de', 'fr']);
  });
});

describe('a notification', () => {
  const mark = (versions: ReturnType<typeof version>[], failures = 0, on = true) =>
    notificationStanding(on, versions, failures, STORE).mark;

  it('has one mark: off, failing, with a draft, outdated or live, in this order', () => {
    expect(mark([version()])).toBe('live');
    expect(mark([version({ stale: true })])).toBe('stale');
    expect(mark([version({ stale: true }), version({ draft: reworded() })])).toBe('draft');
    expect(mark([version({ draft: reworded() })], 2)).toBe('failing');
    expect(mark([version({}, false)], 2, false)).toBe('off');
  });

  it('is live when any of its versions is, and complete where all of them are', () => {
    const all = [version(), version({ live: undefined, draft: withoutGerman() })];
    expect(notificationStanding(true, all, 0, STORE)).toMatchObject({
      live: true,
      unpublished: true,
      complete: ['en'],
    });
  });
});
