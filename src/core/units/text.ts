/** A text cut to at most so many UTF-16 units; a character that takes two is not cut in half. */
export const cutTo = (most: number, text: string): string =>
  text.slice(0, most).replace(text.length > most ? /[\uD800-\uDBFF]$/ : /(?!)/, "");
