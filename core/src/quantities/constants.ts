/** Standard acceleration of gravity, m/s², exact by definition (3rd CGPM 1901; NIST SP 811, appendix B.8). */
export const STANDARD_GRAVITY = 9.80665;
/** N in one pound-force, exact (NIST SP 811, appendix B.8). */
export const N_PER_LBF = 4.4482216152605;
/** Pa in one psi (lbf/in²), exact. */
export const PA_PER_PSI = N_PER_LBF / 0.0254 ** 2;
/** L in one US gallon, exact: 231 in³ (NIST SP 811). */
export const L_PER_US_GALLON = 3.785411784;
/** m² in one square foot, exact (NIST SP 811). */
export const M2_PER_FT2 = 0.3048 ** 2;
/** m³ in one cubic yard, exact (NIST SP 811). */
export const M3_PER_YD3 = 0.9144 ** 3;
/** kg in one pound, exact (NIST SP 811). */
export const KG_PER_LB = 0.45359237;
/** kg/m³ of fresh water near 4 °C. */
export const FRESH_WATER_KG_M3 = 1000;
/** 0 °C in kelvin, exact. */
export const ZERO_CELSIUS_K = 273.15;

/** ms in a minute, an hour and a day of 24 hours; days on which clocks are changed are counted by the calendar, not by these. */
export const MINUTE_MS = 60_000;
export const HOUR_MS = 60 * MINUTE_MS;
export const DAY_MS = 24 * HOUR_MS;
