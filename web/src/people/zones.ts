/** Every time zone that there is to choose, plain UTC among them. */
export const ZONES = [...new Set(['UTC', ...Intl.supportedValuesOf('timeZone')])];
