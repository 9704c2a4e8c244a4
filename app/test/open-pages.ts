// Pages are folded to one line a topic at first; most tests are about what stands in them.
localStorage.setItem('fulgent:topics', 'all');

// Nothing shows a picture here: none is drawn. What is in them is core's to test, and the browser's.
jest.mock('../src/frame/FrameCanvas', () => ({ FrameCanvas: () => null }));

// The test browser asks every rule of the page's styles about every element, for each question after a role: most of the time of these tests. Here it is asked
// only for what hides an element, by the classes of which each rule has one.
const hidden = document.createElement('div').style;
hidden.display = 'none';
let known = -1;
let hiding = new Set<string>();

function classesThatHide(): ReadonlySet<string> {
  const sheets = [...document.styleSheets];
  const count = sheets.reduce((sum, { cssRules }) => sum + cssRules.length, 0);
  if (count === known) return hiding;
  known = count;
  const rules = sheets.flatMap(({ cssRules }) => [...cssRules] as CSSStyleRule[]);
  const hides = ({ style }: CSSStyleRule) => style?.display === 'none' || style?.visibility === 'hidden';
  hiding = new Set(rules.filter(hides).map(({ selectorText }) => selectorText.replace(/^\./, '')));
  return hiding;
}

window.getComputedStyle = (element) => {
  const classes = classesThatHide();
  return [...element.classList].some((one) => classes.has(one)) ? hidden : (element as HTMLElement).style;
};
