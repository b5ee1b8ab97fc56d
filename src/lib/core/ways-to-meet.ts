/** How a family and a teacher meet. */
export const modes = ['in-person', 'video', 'telephone'] as const;
export type Mode = (typeof modes)[number];

/** What a place can be. */
export const placeKinds = ['room', 'video', 'telephone'] as const;
export type PlaceKind = (typeof placeKinds)[number];
