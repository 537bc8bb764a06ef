/** A number without a unit that can be read in one way only; null for an empty text, NaN where more has to be known. */
export function plainNumber(text: string): number | null {
  const trimmed = text.trim();
  if (trimmed === "") {
    return null;
  }
  // A comma before three digits may group thousands.
  const plain = /^[-+]?(\d+[.,]?\d*|[.,]\d+)$/.test(trimmed) && !/^[-+]?[1-9]\d{0,2},\d{3}$/.test(trimmed);
  return plain ? Number(trimmed.replace(",", ".")) : Number.NaN;
}
