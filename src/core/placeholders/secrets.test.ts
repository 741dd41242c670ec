import { holdsSecrets, maskDetails, maskValues } from './secrets';

const LINK = 'https://quillwick.example/account/reset/8f41c2?t=1';

describe('secrets of messages', () => {
  it('show the host of a link and nothing that opens it', () => {
    const shown = maskValues({ 'reset.url': LINK, 'customer.firstName': 'Iwona' });
    expect(shown).toEqual({ 'reset.url': 'https://quillwick.example/hidden', 'customer.firstName': 'Iwona' });
  });

  it('are taken out of what an event told, and found while they stand in it', () => {
    const details = { reset: { url: LINK, expiresAt: '2026-11-24T11:14:00Z' } };
    expect(holdsSecrets(details)).toBe(true);
    const kept = maskDetails(details);
    expect(kept).toEqual({ reset: { url: 'https://quillwick.example/hidden', expiresAt: '2026-11-24T11:14:00Z' } });
    expect(holdsSecrets(kept)).toBe(false);
    expect(details.reset.url).toBe(LINK);
  });

  it('are not seen where there are none', () => {
    expect(holdsSecrets(undefined)).toBe(false);
    expect(holdsSecrets({ reason: LINK })).toBe(false);
  });
});
