/** A text that values are put into is no longer than that, in UTF-16 units: values that use each other grow fast. */
export const LONGEST_EXPANSION = 65_536
