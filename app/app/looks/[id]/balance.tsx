export { BalanceStep as default } from '../../../src/look/BalanceStep';
