import { OWED_MOMENTS, tellsAlone, unheardMoments, type Told } from './owed';

const told = (slug: string, moment: Told['moment'], live: boolean, audience: Told['audience'] = 'customer'): Told => ({
  slug,
  moment,
  audience,
  live,
});
const RECEIVED = told('received', 'order.placed', true);

describe('moments that customers have to hear of', () => {
  it('are unheard when nothing tells customers of them, while other messages go out', () => {
    const all = [
      RECEIVED,
      told('cancelled', 'order.cancelled', false),
      told('cancelled-staff', 'order.cancelled', true, 'staff'),
      told('refund', 'refund.issued', true),
    ];
    expect(unheardMoments(all)).toEqual(['order.cancelled']);
    expect(unheardMoments([...all, told('cancelled-2', 'order.cancelled', true)])).toEqual([]);
  });
  it('are not asked about before anything goes out, and not where there is no notification', () => {
    expect(unheardMoments(OWED_MOMENTS.map((m) => told(m, m, false)))).toEqual([]);
    expect(unheardMoments([RECEIVED])).toEqual([]);
  });
  it('stay heard as long as one of two tells of them', () => {
    const two = ['a', 'b'].map((slug) => told(slug, 'refund.issued', true));
    expect(tellsAlone(two[0]!, two)).toBe(false);
    expect(tellsAlone(two[0]!, two, new Set(['b']))).toBe(true);
    expect(tellsAlone(RECEIVED, [RECEIVED])).toBe(false);
  });
});
