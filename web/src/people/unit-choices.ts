/** The units that a school chooses between. */
export const SPEED_UNITS = [
  { value: 'kt', label: 'knots' },
  { value: 'mph', label: 'miles per hour' },
];
export const PRESSURE_UNITS = [
  { value: 'hPa', label: 'hectopascals' },
  { value: 'inHg', label: 'inches of mercury' },
];
