/**
 * Text as people type it, without what they cannot see: control letters, letters that turn the direction of writing, and
 * letters without width, which make two names look like one. Composed the usual way (NFC).
 */

// biome-ignore lint/suspicious/noControlCharactersInRegex: these are the letters to be taken out
const control = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f-\u009f]/g;
const unseen = /[\u00ad\u061c\u180e\u200b-\u200f\u202a-\u202e\u2060-\u206f\ufeff\ufff9-\ufffb]/g;

/** Several lines of text. */
export const plainText = (text: string): string =>
  text.normalize('NFC').replace(/\r\n?/g, '\n').replace(control, '').replace(unseen, '').trim();

/** One line of text: every run of white space is one blank. */
export const plainLine = (text: string): string => plainText(text).replace(/\s+/g, ' ');
