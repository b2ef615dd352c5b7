import fc from 'fast-check';
import { plainLine, plainText } from './text';

/** Control and format letters, halves of letters, and what is drawn as nothing. */
const unseen = /[\p{Cc}\p{Cf}\p{Cs}]|\u034f|[\u115f\u1160\u3164\uffa0]|[\ufe00-\ufe0f]/u;

describe('text as people type it', () => {
  it('keeps no letter that cannot be seen, wherever it stands, and all others', () => {
    for (let code = 0; code <= 0xffff; code += 1) {
      const letter = String.fromCharCode(code);
      if (!unseen.test(letter) || letter === '\n' || letter === '\t' || letter === '\r') continue;
      expect(`${code.toString(16)} ${plainLine(`An${letter}na`)}`).toBe(`${code.toString(16)} Anna`);
    }
    for (const name of ["O'Brien", 'Zoë', 'Łucja', '李小龍', 'أحمد', 'Anne-Marie', 'Ñandú 2'])
      expect(plainLine(name)).toBe(name.normalize('NFC'));
  });
  it('makes one of two spellings of the same letter', () => {
    expect(plainLine('Zoe\u0308')).toBe('Zo\u00eb');
  });
  it('keeps the lines of a note and makes one line of a name', () => {
    expect(plainText(' one\r\ntwo\rthree\n')).toBe('one\ntwo\nthree');
    expect(plainLine(' one\r\n\t two\u00a0 three ')).toBe('one two three');
  });
  it('changes nothing a second time', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => plainLine(plainLine(text)) === plainLine(text)),
    );
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => plainText(plainText(text)) === plainText(text)),
    );
  });
});
