import katex from 'katex';
import 'katex/dist/katex.min.css';

/** Typeset mathematics, with MathML for those who listen. The TeX comes from the core's own formulas, never from a person. */
export default function Formula({ tex }: { tex: string }) {
  const html = katex.renderToString(tex, { displayMode: true, throwOnError: false, output: 'htmlAndMathml', strict: 'ignore' });
  return <div ref={reachableWhenWide} className="formula overflow-x-auto overflow-y-hidden" dangerouslySetInnerHTML={{ __html: html }} />;
}

/** A formula too wide for its place can be scrolled by keyboard. */
function reachableWhenWide(element: HTMLElement | null): void {
  if (element && element.scrollWidth > element.clientWidth) element.tabIndex = 0;
}
