/** Seconds since 1970 of what is only known by its day: its noon. */
export const momentOn = (day: number): number => day * 86_400 + 43_200;
