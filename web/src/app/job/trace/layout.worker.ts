import { expose } from 'comlink';
import ELK, { type ElkNode } from 'elkjs/lib/elk.bundled.js';
import { boxHeight, boxWidth } from './box-size';

export interface Wire {
  readonly from: string;
  readonly to: string;
}
export interface Placed {
  readonly width: number;
  readonly height: number;
  readonly boxes: Readonly<Record<string, { readonly x: number; readonly y: number }>>;
  /** Points of each wire, by `from>to`. */
  readonly wires: Readonly<Record<string, readonly { readonly x: number; readonly y: number }[]>>;
}


const elk = new ELK();

const api = {
  /** Lays a block diagram: layered along the signal, wrapped into rows so that it fits the screen. */
  async place(sections: readonly string[], wires: readonly Wire[], aspect: number): Promise<Placed> {
    const graph: ElkNode = {
      id: 'root',
      layoutOptions: {
        'elk.algorithm': 'layered',
        'elk.direction': 'RIGHT',
        'elk.edgeRouting': 'ORTHOGONAL',
        'elk.aspectRatio': String(aspect),
        'elk.layered.wrapping.strategy': 'MULTI_EDGE',
        'elk.layered.wrapping.additionalEdgeSpacing': '6',
        'elk.layered.wrapping.correctionFactor': '1.0',
        'elk.layered.nodePlacement.strategy': 'NETWORK_SIMPLEX',
        'elk.layered.considerModelOrder.strategy': 'NODES_AND_EDGES',
        'elk.spacing.nodeNode': '10',
        'elk.spacing.edgeNode': '7',
        'elk.spacing.edgeEdge': '5',
        'elk.layered.spacing.nodeNodeBetweenLayers': '18',
        'elk.layered.spacing.edgeNodeBetweenLayers': '7',
        'elk.layered.spacing.edgeEdgeBetweenLayers': '5',
        'elk.padding': '[top=6,left=6,bottom=6,right=6]',
      },
      children: sections.map((id) => ({ id, width: boxWidth, height: boxHeight })),
      edges: wires.map(({ from, to }) => ({ id: `${from}>${to}`, sources: [from], targets: [to] })),
    };
    const done = await elk.layout(graph);
    return {
      width: done.width ?? 0,
      height: done.height ?? 0,
      boxes: Object.fromEntries((done.children ?? []).map((child) => [child.id, { x: child.x ?? 0, y: child.y ?? 0 }])),
      wires: Object.fromEntries(
        (done.edges ?? []).map((edge) => {
          const part = edge.sections?.[0];
          return [edge.id, part ? [part.startPoint, ...(part.bendPoints ?? []), part.endPoint] : []];
        }),
      ),
    };
  },
};
expose(api);
export type LayoutApi = typeof api;
