/** First letters of the first and the last name. */
export function initialsOf(name: string): string {
  const words = name.split(/\s+/).filter((word) => word !== '');
  const letters = [words[0], ...(words.length > 1 ? [words.at(-1)!] : [])].map(
    (word) => [...(word ?? '')][0] ?? '',
  );
  return letters.join('').toUpperCase();
}
