// Pages are folded to one line a topic at first; most tests are about what stands in them.
localStorage.setItem('fulgent:topics', 'all');
