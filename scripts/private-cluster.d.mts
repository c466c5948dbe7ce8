export interface ClusterNode {
  name: string;
  root: string;
  address: string;
  kill: () => Promise<void>;
  signal: (name: string) => void;
}
export interface Cluster {
  nodes: ClusterNode[];
  urlOf: (node: ClusterNode) => string;
  url: (order?: ClusterNode[]) => string;
  bringBack: (node: ClusterNode) => Promise<void>;
  ready: (node: ClusterNode) => Promise<void>;
  stop: () => Promise<void>;
}
export const hasGalera: () => boolean;
export const startCluster: (
  root: string,
  options: {
    size?: number;
    placeOf?: (i: number) => { host: string; words: string[] };
    isReady: (url: string) => Promise<boolean>;
  },
) => Promise<Cluster>;
