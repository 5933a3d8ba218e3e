import fc from 'fast-check';
import { Matrix, solve } from 'ml-matrix';
import { invertPositive, solvePositive } from './cholesky';
import { normalCdf, studentQuantile } from './distributions';
import { Kriging } from './kriging';
import { leastSquares } from './least-squares';
import { type StiffSystem, integrateStiff } from './rosenbrock';
import { Tridiagonal } from './tridiagonal';
import { type Place, type Variogram, fitVariogram, sphericalShare } from './variogram';

const size = (from: number, to: number) => fc.double({ min: from, max: to, noNaN: true });

describe('distributions', () => {
  // NIST/SEMATECH e-Handbook of Statistical Methods, tables 1.3.6.7.1 and 1.3.6.7.2
  test.each([
    [1.96, 0.975],
    [1, 0.84134],
    [0, 0.5],
    [-2.5, 0.00621],
  ])('Φ(%p) = %p', (z, p) => expect(normalCdf(z, 0, 1)).toBeCloseTo(p, 5));
  test.each([
    [1, 12.706],
    [2, 4.303],
    [10, 2.228],
    [30, 2.042],
  ])('97.5 %% of Student’s t with %p degrees of freedom: %p', (freedom, t) => expect(studentQuantile(0.975, freedom)).toBeCloseTo(t, 3));
});

describe('linear systems against the general matrix package', () => {
  test('tridiagonal', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 30 }), fc.array(size(-1, 1), { minLength: 120, maxLength: 120 }), (n, values) => {
        const system = new Tridiagonal(n);
        const full = Matrix.zeros(n, n);
        for (let i = 0; i < n; i++) {
          const set = (j: number, into: Float64Array, value: number) => {
            if (j < 0 || j >= n) return;
            into[i] = value;
            full.set(i, j, value);
          };
          set(i - 1, system.lower, values[i]!);
          set(i, system.diagonal, 3 + values[30 + i]!);
          set(i + 1, system.upper, values[60 + i]!);
        }
        const rhs = Float64Array.from({ length: n }, (_, i) => values[90 + i]!);
        const wanted = solve(full, Matrix.columnVector([...rhs]));
        system.factorise();
        system.solve(rhs);
        rhs.forEach((x, i) => expect(x).toBeCloseTo(wanted.get(i, 0), 10));
      }),
    );
  });

  test('symmetric positive definite: solution and inverse; an indefinite one is none', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.array(size(-1, 1), { minLength: 144, maxLength: 144 }), (n, values) => {
        const root = new Matrix(Array.from({ length: n }, (_, i) => values.slice(12 * i, 12 * i + n)));
        const full = root.mmul(root.transpose()).add(Matrix.eye(n).mul(0.5));
        const flat = Float64Array.from(full.to1DArray());
        const rhs = Float64Array.from(values.slice(0, n));
        const inverse = new Matrix(Array.from({ length: n }, (_, i) => [...invertPositive(flat, n)!.slice(i * n, (i + 1) * n)]));
        expect(inverse.mmul(full).sub(Matrix.eye(n)).abs().max()).toBeLessThan(1e-8);
        const x = Matrix.columnVector([...solvePositive(flat, rhs)!]);
        expect(
          full
            .mmul(x)
            .sub(Matrix.columnVector([...rhs]))
            .abs()
            .max(),
        ).toBeLessThan(1e-9);
      }),
    );
    expect(invertPositive(Float64Array.from([1, 2, 2, 1]), 2)).toBeNull();
    expect(solvePositive(Float64Array.from([0]), Float64Array.from([1]))).toBeNull();
  });
});

describe('integration of stiff systems', () => {
  /** y′ = λ (y − 1), two of them side by side */
  const decay: StiffSystem = {
    size: 2,
    rate: (y, rate) => y.forEach((value, i) => void (rate[i] = [-1, -2000][i]! * (value - 1))),
    linearise(y, rate, { diagonal }) {
      this.rate(y, rate);
      diagonal.set([-1, -2000]);
    },
  };
  const at = (tolerance: number, to: number) => {
    const y = Float64Array.of(0, 0);
    let steps = 0;
    for (const _step of integrateStiff(decay, y, [0, to], { tolerance, firstStep: 1e-4, maxSteps: 5000 })) steps++;
    return { y, steps };
  };

  // the closed solution 1 − e^(λ t); the fast part must not force small steps (L-stability)
  test('follows the slow part and forgets the fast one', () => {
    const { y, steps } = at(1e-6, 2);
    expect(y[0]).toBeCloseTo(1 - Math.exp(-2), 5);
    expect(y[1]).toBeCloseTo(1, 6);
    expect(steps).toBeLessThan(400);
  });

  test('of third order: a thousandth of the tolerance takes about ten times the steps', () => {
    const [coarse, fine] = [at(1e-5, 5), at(1e-8, 5)];
    expect(fine.steps / coarse.steps).toBeGreaterThan(4);
    expect(fine.steps / coarse.steps).toBeLessThan(16);
    expect(Math.abs(fine.y[0]! - (1 - Math.exp(-5)))).toBeLessThan(1e-7);
  });

  test('too many steps are a fault, not an endless run', () => {
    expect(() => [...integrateStiff(decay, Float64Array.of(0, 0), [0, 5], { tolerance: 1e-12, firstStep: 1e-6, maxSteps: 50 })]).toThrow(
      'more than 50 steps',
    );
  });
});

describe('least squares', () => {
  const run = (problem: Parameters<typeof leastSquares>[0]) => {
    const steps = leastSquares(problem);
    let slice = steps.next(false);
    while (!slice.done) slice = steps.next(false);
    return slice.value;
  };

  // Rosenbrock 1960, The Computer Journal 3: minimum 0 at (1, 1)
  test('Rosenbrock’s valley', () => {
    const fit = run({
      start: [-1.2, 1],
      min: [-5, -5],
      max: [5, 5],
      difference: [1e-6, 1e-6],
      residuals: ([a, b]) => [10 * (b! - a! * a!), 1 - a!],
    });
    expect(fit.parameters[0]).toBeCloseTo(1, 4);
    expect(fit.parameters[1]).toBeCloseTo(1, 4);
  });

  // NIST Statistical Reference Datasets, linear regression "NoInt1": y = b x, b = 2.07438016528926
  test('NoInt1 of the NIST reference datasets', () => {
    const points = [60, 61, 62, 63, 64, 65, 66, 67, 68, 69, 70].map((x, i) => [x, 130 + i] as const);
    const fit = run({ start: [1], min: [-10], max: [10], difference: [1e-4], residuals: ([b]) => points.map(([x, y]) => b! * x - y) });
    expect(fit.parameters[0]).toBeCloseTo(2.07438016528926, 9);
    // certified standard deviation of the estimate
    expect(Math.sqrt((fit.sumOfSquares / 10) * fit.inverseNormal!.get(0, 0))).toBeCloseTo(0.0165289256198347, 9);
  });

  test('a bound holds, and what the points do not determine is said', () => {
    const fit = run({ start: [0], min: [-1], max: [0.5], difference: [1e-6], residuals: ([a]) => [a! - 2] });
    expect(fit.parameters).toEqual([0.5]);
    expect(fit.free).toEqual([]);
    expect(
      run({ start: [0, 0], min: [-9, -9], max: [9, 9], difference: [1e-4, 1e-4], residuals: ([a, b]) => [a! + b! - 1, a! + b! - 2] })
        .inverseNormal,
    ).toBeNull();
  });
});

describe('kriging', () => {
  const place = fc.record({ x: size(0, 10), y: size(0, 6), value: size(0.5, 3) });
  const distinct = (places: Place[]) => places.filter((p, i) => places.every((q, j) => j >= i || Math.hypot(p.x - q.x, p.y - q.y) > 0.05));
  const variogram = fc.record({ nugget: size(0, 0.5), partialSill: size(0.1, 2), range: size(1, 12) });
  const gamma = (h: number, { nugget, partialSill, range }: Variogram) => (h === 0 ? 0 : nugget + partialSill * sphericalShare(h, range));

  /** The textbook system in semivariances with a Lagrange multiplier (Isaaks & Srivastava 1989, ch. 12), by the matrix package. */
  function textbook(places: readonly Place[], model: Variogram, x: number, y: number): { value: number; variance: number } {
    const n = places.length;
    const h = (a: Place, bx: number, by: number) => Math.sqrt((a.x - bx) ** 2 + (a.y - by) ** 2);
    const system = new Matrix(
      Array.from({ length: n + 1 }, (_, i) =>
        Array.from({ length: n + 1 }, (_, j) =>
          i === n && j === n ? 0 : i === n || j === n ? 1 : gamma(h(places[i]!, places[j]!.x, places[j]!.y), model),
        ),
      ),
    );
    const rhs = [...places.map((p) => gamma(h(p, x, y), model)), 1];
    const weights = solve(system, Matrix.columnVector(rhs)).to1DArray();
    return {
      value: places.reduce((sum, p, i) => sum + weights[i]! * p.value, 0),
      variance: weights.reduce((sum, w, i) => sum + w * rhs[i]!, 0),
    };
  }

  test('estimate and variance as the textbook’s system gives them', () => {
    fc.assert(
      fc.property(
        fc.array(place, { minLength: 2, maxLength: 14 }),
        variogram,
        fc.array(fc.tuple(size(0, 10), size(0, 6)), { minLength: 5, maxLength: 5 }),
        (raw, model, points) => {
          const places = distinct(raw);
          if (places.length < 2) return;
          const { value, variance } = Kriging.of(places, model)!.at(
            points.map(([x]) => x),
            points.map(([, y]) => y),
          );
          points.forEach(([x, y], i) => {
            const wanted = textbook(places, model, x, y);
            expect(value[i]).toBeCloseTo(wanted.value, 6);
            expect(variance[i]).toBeCloseTo(wanted.variance, 6);
          });
        },
      ),
      { numRuns: 60 },
    );
  });

  test('exact at the readings, and there certain', () => {
    fc.assert(
      fc.property(fc.array(place, { minLength: 2, maxLength: 30 }), variogram, (raw, model) => {
        const places = distinct(raw);
        if (places.length < 2) return;
        const { value, variance } = Kriging.of(places, model)!.at(
          places.map(({ x }) => x),
          places.map(({ y }) => y),
        );
        places.forEach((p, i) => {
          expect(value[i]).toBeCloseTo(p.value, 7);
          expect(variance[i]).toBeCloseTo(0, 7);
        });
      }),
      { numRuns: 60 },
    );
  });

  test('where all readings are equal so is the map', () => {
    const places = [0, 1, 2, 3, 4].map((i) => ({ x: i, y: (i * i) % 3, value: 1.7 }));
    const { value } = Kriging.of(places, { nugget: 0.1, partialSill: 1, range: 2 })!.at([0.5, 9, 2.2], [0.5, 9, 1]);
    value.forEach((each) => expect(each).toBeCloseTo(1.7, 12));
  });

  // Isaaks & Srivastava 1989, ch. 12: far from all readings the estimate is their mean (of equal weights here), the variance over the sill
  test('beyond the range of two readings: their mean', () => {
    const places = [
      { x: 0, y: 0, value: 1 },
      { x: 20, y: 0, value: 3 },
    ];
    const { value, variance } = Kriging.of(places, { nugget: 0, partialSill: 2, range: 5 })!.at([10], [50]);
    expect(value[0]).toBeCloseTo(2, 12);
    expect(variance[0]).toBeCloseTo(3, 12);
  });

  test('a variogram fitted to pure noise is all nugget; to a smooth field has a range', () => {
    const noise = (i: number) => (((i * 7919) % 101) / 101 - 0.5) * Math.sqrt(12);
    const places = Array.from({ length: 225 }, (_, i) => ({ x: i % 15, y: Math.floor(i / 15), value: noise(i) }));
    const white = fitVariogram(places, 10);
    expect(white.nugget + white.partialSill).toBeGreaterThan(0.8);
    expect(white.nugget + white.partialSill).toBeLessThan(1.2);
    const smooth = fitVariogram(
      places.map((p) => ({ ...p, value: Math.sin(p.x / 3) + Math.cos(p.y / 3) })),
      10,
    );
    expect(smooth.nugget).toBeLessThan(0.05);
    expect(smooth.range).toBeGreaterThan(4);
  });

  // the model itself: Matheron 1963
  test('the spherical model rises to its sill at the range and is linear at the origin', () => {
    expect([0, 2.5, 5, 7].map((h) => sphericalShare(h, 5))).toEqual([0, 0.6875, 1, 1]);
    expect(sphericalShare(1e-6, 5) / 1e-6).toBeCloseTo(0.3, 6);
  });
});
