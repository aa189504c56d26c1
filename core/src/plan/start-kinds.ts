/** What a new job may start from. */
export const START_KINDS = ['wall', 'room', 'house', 'van', 'trailer', 'boat'] as const;
export type StartKind = (typeof START_KINDS)[number];
