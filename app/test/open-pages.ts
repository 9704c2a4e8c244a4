// Pages are folded to one line a topic at first; most tests are about what stands in them.
localStorage.setItem('fulgent:topics', 'all');

// Nothing shows a picture here: none is drawn. What is in them is core's to test, and the browser's.
jest.mock('../src/frame/FrameCanvas', () => ({ FrameCanvas: () => null }));

// The test browser asks every rule of the page's styles about every element, for each question after a role: most of the time of these tests. Only what an element
// hides by itself counts here.
window.getComputedStyle = (element) => (element as HTMLElement).style;
