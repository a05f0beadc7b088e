/** The inks that roles are drawn with, in the order in which new roles get them. */
export const INKS = ['olive', 'sea', 'plum', 'clay', 'moss', 'brick', 'slate', 'ochre', 'teal', 'wine'];
