/** Who marked, for reports: of a trainee it is said. */
export const markerName = ({ name, role }: { readonly name: string; readonly role: string }): string =>
  role === 'trainee' ? `${name} (trainee instructor)` : name;
