/** The longest that a photo taken with a punch is kept, in days. */
export const MOST_PHOTO_DAYS = 90;
