export { chanceFrom, normalPairs, type Chance } from './chance';
