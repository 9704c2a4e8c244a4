// Pages are folded to one line a topic at first; most tests are about what stands in them.
localStorage.setItem('fulgent:topics', 'all');

// Nothing shows a picture here: none is drawn. What is in them is core's to test, and the browser's.
jest.mock('../src/frame/FrameCanvas', () => ({ FrameCanvas: () => null }));
