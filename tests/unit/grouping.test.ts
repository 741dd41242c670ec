import { Grouping, Groupings, type GroupWork } from '@/server/base/grouping';

/** Work whose groups are ended one by one by the test. */
function heldWork(change: Partial<GroupWork<string, string>> = {}) {
  const groups: { entries: readonly string[]; end: (error?: Error) => void }[] = [];
  const work: GroupWork<string, string> = {
    together: (entries) =>
      new Promise((done, failed) => {
        const end = (error?: Error): void => (error ? failed(error) : done(entries.map((e) => e.toUpperCase())));
        groups.push({ entries, end });
      }),
    most: 3,
    failsAll: (error) => (error as Error).message === 'away',
    ...change,
  };
  return { groups, work };
}
const turn = (): Promise<void> => new Promise((later) => setImmediate(later));

describe('what comes at the same time', () => {
  it('goes at once when nothing is under way, and what comes meanwhile is the next group', async () => {
    const { groups, work } = heldWork();
    const grouping = new Grouping(work);
    const answers = ['a', 'b', 'c', 'd', 'e'].map((e) => grouping.add(e));
    expect(groups.map((g) => g.entries)).toEqual([['a']]);
    groups[0]!.end();
    await turn();
    expect(groups[1]!.entries).toEqual(['b', 'c', 'd']);
    groups[1]!.end();
    await turn();
    groups[2]!.end();
    await expect(Promise.all(answers)).resolves.toEqual(['A', 'B', 'C', 'D', 'E']);
  });

  it('is no heavier together than it may be, and what is heavier by itself goes alone', async () => {
    const { groups, work } = heldWork({ most: 9, weight: { of: (e) => e.length, most: 5 } });
    const grouping = new Grouping(work);
    const answers = ['first', 'aa', 'bbb', 'much too heavy', 'c'].map((e) => grouping.add(e));
    for (let i = 0; i < 4; i += 1) {
      groups[i]!.end();
      await turn();
    }
    await Promise.all(answers);
    expect(groups.map((g) => g.entries)).toEqual([['first'], ['aa', 'bbb'], ['much too heavy'], ['c']]);
  });

  it('is tried one by one when a group fails, so that one does not take the others with it', async () => {
    const work: GroupWork<string, string> = {
      together: (group) =>
        group.includes('bad') ? Promise.reject(new Error('no')) : Promise.resolve(group.map((e) => e.toUpperCase())),
      most: 9,
      failsAll: () => false,
    };
    const grouping = new Grouping(work);
    const answers = await Promise.allSettled(['first', 'a', 'bad', 'b'].map((e) => grouping.add(e)));
    expect(answers.map((a) => (a.status === 'fulfilled' ? a.value : (a.reason as Error).message))).toEqual([
      ...['FIRST', 'A', 'no', 'B'],
    ]);
  });

  it('fails at once when what failed has to do with none of them', async () => {
    const { groups, work } = heldWork();
    const grouping = new Grouping(work);
    const answers = Promise.allSettled(['a', 'b', 'c'].map((e) => grouping.add(e)));
    groups[0]!.end();
    await turn();
    groups[1]!.end(new Error('away'));
    expect((await answers).map((a) => a.status)).toEqual(['fulfilled', 'rejected', 'rejected']);
    expect(groups).toHaveLength(2);
  });

  it('of one key does not wait for another', async () => {
    const { groups, work } = heldWork();
    const groupings = new Groupings<string, string>(() => work);
    const answers = [groupings.add('one', 'a'), groupings.add('other', 'b')];
    expect(groups.map((g) => g.entries)).toEqual([['a'], ['b']]);
    for (const { end } of groups) end();
    await expect(Promise.all(answers)).resolves.toEqual(['A', 'B']);
  });
});
