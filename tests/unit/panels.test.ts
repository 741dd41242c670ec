import { roomFor } from '@/ui/bench/usePanels';

const SIDES = [200, 260];

describe('the panels beside a sheet', () => {
  it.each([
    [1132, 600, 'all'],
    [1132, 640, 'all'],
    // A broader look is whole at the same width, and one panel stands beside it.
    [1132, 700, 'two'],
    [1772, 640, 'all'],
    [876, 600, 'one'],
    [900, 600, 'two'],
    [390, 375, 'one'],
  ] as const)('of %i px with a sheet of %i px are %s', (width, sheet, room) => {
    expect(roomFor(width, sheet, SIDES)).toBe(room);
  });
});
