module.exports = {
  preset: 'jest-expo/web',
  displayName: 'app',
  testMatch: ['<rootDir>/test/**/*.test.ts?(x)'],
};
