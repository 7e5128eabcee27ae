import { useEffect } from 'react';

const SCHEME = 'data-mantine-color-scheme';

/** Printing: in ink on white whatever the screen is, with the lateral's name and page n of m at the head of every page. */
export function usePrint(head: string) {
  useEffect(() => {
    const html = document.documentElement;
    const pages = document.createElement('style');
    const quoted = `"${head.replace(/["\\\n]/g, ' ')}"`; // a name says nothing to the style sheet
    const type = 'font: 8.5pt sans-serif; color: #555;';
    pages.textContent = `@page { margin: 18mm 16mm 16mm;
      @top-left { content: ${quoted}; ${type} }
      @top-right { content: "page " counter(page) " of " counter(pages); ${type} } }
      @media print { html, body, [data-step], [data-panel] { background: #fff !important } }`;
    let screen = '';
    const before = () => {
      screen = html.getAttribute(SCHEME) ?? 'light';
      html.setAttribute(SCHEME, 'light');
    };
    const after = () => html.setAttribute(SCHEME, screen || 'light');
    document.head.append(pages);
    window.addEventListener('beforeprint', before);
    window.addEventListener('afterprint', after);
    return () => {
      pages.remove();
      window.removeEventListener('beforeprint', before);
      window.removeEventListener('afterprint', after);
    };
  }, [head]);
}
