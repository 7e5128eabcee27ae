import type { Scheme } from '../../api/client';

const PLACE = 9;
/** The kinds said most, first; the rest follow as the scheme lists them. */
const FIRST = ['roots', 'offset', 'crack', 'standing', 'grease', 'wear', 'open', 'hole', 'joint', 'branch', 'main'];
const WHERE = ['joint', 'barrel', 'top', 'bottom', 'left', 'right'];
const UNITS = ['%', 'in', 'ft'];

/** What the pad's word keys say: kinds until one is said, then its forms, sizes and where it lies. */
export function getPadWords(scheme: Scheme, text: string, page: number): { keys: string[]; pages: number } {
  const kinds = Object.keys(scheme.kinds);
  const said = text.toLowerCase().split(/[\s;]+/);
  const name = said.findLast((w) => kinds.includes(w));
  const kind = name ? scheme.kinds[name] : undefined;
  const all = kind
    ? [
        ...Object.keys(kind.forms ?? {}),
        ...Object.keys(scheme.words[kind.measure ?? 'none'] ?? {}),
        ...UNITS,
        ...WHERE,
        ...Object.keys(kind.qualities ?? {}),
      ].filter((w) => !said.includes(w))
    : [...FIRST.filter((k) => kinds.includes(k)), ...kinds.filter((k) => !FIRST.includes(k))];
  const words = [...new Set(all)];
  const pages = Math.max(1, Math.ceil(words.length / PLACE));
  const at = (page % pages) * PLACE;
  return { keys: words.slice(at, at + PLACE), pages };
}
