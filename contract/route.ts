import 'reflect-metadata';
import { IsObject } from 'class-validator';
import type { FeatureKindId, Route } from '../core/route';

/** A route as it is kept. What it holds is checked by the rules of its file format. */
export class RouteToKeep {
  @IsObject()
  route!: object;
}

export interface RouteView {
  readonly route: Route;
  /** Ids of features of which there is a picture. */
  readonly photos: readonly string[];
  readonly revision: number;
}

/** A route, for choosing one. */
export interface RouteSummary {
  readonly id: string;
  readonly title: string;
  readonly metres: number;
  readonly seconds: number;
  readonly independentSeconds: number;
  /** How often each kind of thing lies along it, the most frequent first. */
  readonly kinds: readonly { readonly kind: FeatureKindId; readonly times: number }[];
  /** Null for one without a line. */
  readonly start: { readonly lat: number; readonly lon: number } | null;
  readonly variantOf: string | null;
  readonly network: Route['network'];
  readonly drivingSide: Route['drivingSide'];
  /** Mocks that were driven on it. */
  readonly mocks: number;
  readonly revision: number;
}

/** A route in a list that shows it. */
export interface ListedRoute extends RouteSummary {
  /** The line with few points, for a small picture. */
  readonly sketch: readonly { readonly lat: number; readonly lon: number }[];
}

export interface NetworkSummary {
  readonly id: string;
  readonly title: string;
  readonly source: string;
  readonly drivingSide: 'left' | 'right';
  /** Grows each time the network is replaced. */
  readonly version: number;
  readonly edges: number;
  readonly points: number;
  readonly kilometres: number;
  readonly addedAt: string;
}

/** How a list of routes can be put in order. */
export const routeSorts = ['title', 'driven'] as const;
export type RouteSort = (typeof routeSorts)[number];
