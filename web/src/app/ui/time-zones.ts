/** Every time zone an account or a client can be kept in. UTC has no city, so the list of cities lacks it. */
export const TIME_ZONES = ['UTC', ...Intl.supportedValuesOf('timeZone').filter((zone) => zone !== 'UTC')];
