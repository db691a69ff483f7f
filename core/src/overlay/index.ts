export { differencesOf, type Compared, type Difference } from './differences';
export { lightOf, type Picture } from './gray';
export { homographyOf, type Homography, type Pair, type Place } from './homography';
export { laidOver } from './lay-over';
export { samePlaces, type FoundPlaces } from './same-places';
