/** The mechanic has just asked for this field: the hand is on it when it appears. */
export const focusIt = (field: HTMLElement | null) => field?.focus();
