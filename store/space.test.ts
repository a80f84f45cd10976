import { describe, expect, it } from 'vitest';
import { nearlyFull } from './space';

describe('room in the browser', () => {
  it.each([
    [undefined, undefined, undefined],
    [10, undefined, undefined],
    [10, 0, undefined],
    [84, 100, undefined],
    [85, 100, 0.85],
    [120, 100, 1],
  ])('%s of %s', (used, quota, share) => {
    expect(nearlyFull({ used, quota, persisted: false })).toBe(share);
  });
});
