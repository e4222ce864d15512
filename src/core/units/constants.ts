/** Molar gas constant, J/(mol K). Source: CODATA 2018. */
export const GAS_CONSTANT_J_MOLK = 8.314462618;
/** Specific gas constant of water vapour, J/(kg K). Source: IAPWS. */
export const WATER_VAPOUR_J_KGK = 461.5;
/** Stefan–Boltzmann constant, W/(m² K⁴). Source: CODATA 2018. */
export const STEFAN_BOLTZMANN_WM2K4 = 5.670374419e-8;
/** Milliseconds of a minute. Definition. */
export const MS_PER_MIN = 60_000;
/** Standard acceleration of gravity, m/s². Source: ISO 80000-3. */
export const STANDARD_GRAVITY_MS2 = 9.80665;
/** Standard deviations of a normal that hold nine in ten of it, to either side. Definition. */
export const Z_NINE_IN_TEN = 1.6448536269514722;
