/**
 * Text as people type it, without what they cannot see: control letters, letters that turn the direction of writing, and
 * letters without width, which make two names look like one. Composed the usual way (NFC).
 */

const unseen = /(?![\n\t])[\p{Cc}\p{Cf}\p{Cs}\p{Default_Ignorable_Code_Point}]/gu;

/** Several lines of text. */
export const plainText = (text: string): string =>
  text.replace(/\r\n?/g, '\n').replace(unseen, '').normalize('NFC').trim();

/** One line of text: every run of white space is one blank. */
export const plainLine = (text: string): string => plainText(text).replace(/\s+/g, ' ');
