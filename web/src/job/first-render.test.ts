import { FirstRender } from './first-render';

describe('what a screen makes before it stands', () => {
  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => void jest.useRealTimers());
  const made = () => {
    const first = new FirstRender<object>();
    const make = jest.fn(() => ({}));
    return { first, make, of: (...key: unknown[]) => first.of(key, make) };
  };

  test('a first render begun again and again makes one thing; the next screen makes its own', () => {
    const { first, make, of } = made();
    const one = of('job', 'Ida');
    for (let i = 0; i < 40; i++) expect(of('job', 'Ida')).toBe(one);
    expect(make).toHaveBeenCalledTimes(1);
    first.opened(one);
    expect(of('job', 'Ida')).not.toBe(one);
  });

  test('another job, or another person, never gets what waits', () => {
    const { of } = made();
    const one = of('job', 'Ida');
    expect(of('job', 'Bo')).not.toBe(one);
    // and what was let go of does not come back
    expect(of('job', 'Ida')).not.toBe(one);
  });

  test('what nobody opens is let go of after a while; a later opening takes nothing from who came after', () => {
    const { first, of } = made();
    const one = of('job', 'Ida');
    jest.advanceTimersByTime(61_000);
    const two = of('job', 'Ida');
    expect(two).not.toBe(one);
    first.opened(one);
    expect(of('job', 'Ida')).toBe(two);
  });
});
