/** Stands in for the client of the server: what a test tells answers in place of the real calls; changes of a look meet no server. */

const actual = jest.requireActual('../src/api/client');

/** Answers by the name of the call. */
export const told: Record<string, jest.Mock> = {};

const offline = () => Promise.reject(new actual.OfflineError());

module.exports = {
  ...actual,
  told,
  api: new Proxy(actual.api, {
    get: (real: Record<string, unknown>, name: string) => told[name] ?? (name === 'updateLook' ? offline : real[name]),
  }),
};
