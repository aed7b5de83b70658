/** What time it is. For tests it can begin at another instant than the true one, and goes on from there. */
export function clockFrom(start: Date | null): () => Date {
  if (start === null) return () => new Date();
  const ahead = start.getTime() - Date.now();
  return () => new Date(Date.now() + ahead);
}
