/** Words whose numbers keep their units and their ends: neither `5 %` nor `5–7 o'clock` is broken over two lines. */
export const whole = (words: string) =>
  words.replace(/(\d) (%|ft|in\b|o'clock)/g, '$1\u00a0$2').replace(/(\d)–(\d)/g, '$1\u2060–\u2060$2');
