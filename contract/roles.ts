/** What somebody is in the school. */
export const roles = ['owner', 'instructor', 'trainee'] as const;
export type Role = (typeof roles)[number];

/**
 * What may be done, and by whom: the one table. Each operation of the server names the right that it takes (paths.ts);
 * the server refuses everybody else, and screens leave out what would be refused.
 */
export const rights = {
  /** Their own passphrase, devices and calendar. */
  'own sign-in': ['owner', 'instructor', 'trainee'],
  /** Look at what the school shares: standards, routes, roads, vehicles, questions, the yard, who works here. */
  look: ['owner', 'instructor', 'trainee'],
  /** Mocks, marks, lessons, drills, results and vehicle checks, with learners that one sees. */
  teach: ['owner', 'instructor', 'trainee'],
  /** Add and import learners, and hand one's own over. */
  'manage learners': ['owner', 'instructor'],
  /** Change vehicles, routes, roads, questions and the yard, which everybody uses. */
  'manage shared things': ['owner', 'instructor'],
  /** Bring in standards and new versions of them. */
  'manage standards': ['owner', 'instructor'],
  /** Judge every mock of the school under another standard. */
  'compare all mocks': ['owner', 'instructor'],
  /** The school's settings, readiness rules and advice. */
  'manage the school': ['owner'],
  /** Invite people, change what they may do, sign them out, read who changed what. */
  'manage people': ['owner'],
  /** Back up, export, restore, and erase for good. */
  'keep records safe': ['owner'],
} as const satisfies Record<string, readonly Role[]>;
export type Right = keyof typeof rights;

export const may = (role: Role, right: Right): boolean => (rights[right] as readonly Role[]).includes(role);

/**
 * Whose learners a role sees, with all that belongs to them, and whose it may change. A learner is `own` to the
 * instructor who teaches them; one whom nobody teaches may be changed by every instructor.
 */
export const reach: Readonly<
  Record<Role, { readonly sees: 'all' | 'own'; readonly changes: 'all' | 'own' }>
> = {
  owner: { sees: 'all', changes: 'all' },
  instructor: { sees: 'all', changes: 'own' },
  trainee: { sees: 'own', changes: 'own' },
};
