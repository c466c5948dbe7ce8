import { firstPlaces, type FirstPlaces, type PlacesAsked } from '@kettle/core/score/firmness';
import { sensitivityOf, type Sensitivity } from '@kettle/core/score/sensitivity';

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
