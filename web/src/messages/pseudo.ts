const ACCENTED: Readonly<Record<string, string>> = {
  ...{ a: 'á', b: 'ƀ', c: 'ç', d: 'ð', e: 'é', f: 'ƒ', g: 'ĝ', h: 'ĥ', i: 'í', j: 'ĵ', k: 'ķ', l: 'ļ', m: 'ɱ' },
  ...{ n: 'ñ', o: 'ó', p: 'þ', q: 'ɋ', r: 'ŕ', s: 'š', t: 'ţ', u: 'ú', v: 'ṽ', w: 'ŵ', x: 'ẋ', y: 'ý', z: 'ž' },
};

/**
 * A language that nobody speaks and everybody can read: each letter with a mark on it, a third longer, in brackets. What is on a screen
 * without them was never in the catalogue; what lacks its closing bracket was cut off.
 */
export function pseudo(text: string): string {
  const parts = text.split(/(\{\w+\})/);
  const said = parts.map((part, i) => (i % 2 === 1 ? part : part.replace(/[a-z]/gi, accented))).join('');
  return `⟦${said}${'~'.repeat(Math.ceil(text.replace(/\{\w+\}/g, '').length / 3))}⟧`;
}

function accented(letter: string): string {
  const marked = ACCENTED[letter.toLowerCase()]!;
  return letter === letter.toLowerCase() ? marked : marked.toUpperCase();
}
