import {
  firstPlaces,
  sensitivityOf,
  type FirstPlaces,
  type PlacesAsked,
  type Sensitivity,
} from '@kettle/core/score/firmness';

export interface FirmnessTold {
  places: FirstPlaces;
  turns: Sensitivity;
}

onmessage = ({ data }: MessageEvent<PlacesAsked>) => {
  postMessage({
    places: firstPlaces(data),
    turns: sensitivityOf(data.sheet, data.candidates),
  } satisfies FirmnessTold);
};
