/** Days that the health of data, and what names cost, is told for. */
export const RECENT_DAYS = 91;
