/** Why somebody who comes back from the provider is not in, in words that say what to do. */
import { providerTrouble } from '@/ui/sign-in/providerTrouble';

describe('what is said to who comes back from the provider', () => {
  const of = (code: string | undefined): string | undefined => providerTrouble(code, 'Quillwick staff');

  it('is nothing for who comes without trouble, or where there is no provider', () => {
    expect(of(undefined)).toBeUndefined();
    expect(providerTrouble('access_denied', undefined)).toBeUndefined();
  });

  it.each([
    ['access_denied', 'did not let you in'],
    ['account_not_linked', 'does not vouch for your address'],
    ['signup_disabled', 'Ask an owner of your store to invite you'],
    ['is_somebody_else', 'knows somebody else by your address'],
    ['state_mismatch', 'begun in another browser'],
    ['provider_unreachable', 'does not answer'],
    ['too_many_tries', 'Too many tries'],
  ])('names the cause of %s', (code, words) => expect(of(code)).toContain(words));

  it('repeats nothing of what stands in the address', () => {
    expect(of('<b>anything</b>')).toBe(of('invalid_code'));
    expect(of('anything')).toContain('Quillwick staff answered something that does not hold');
  });
});
