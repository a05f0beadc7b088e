/** A text with a capital at its start. */
export function capitalised(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** Words as a sentence, with one full stop: `no such date` is `No such date.` */
export function asSentence(words: string): string {
  return `${capitalised(words).replace(/\.$/, '')}.`;
}
