import { queryOptions } from '@tanstack/react-query';
import { client, data } from './client';

export const shopListsQuery = queryOptions({ queryKey: ['stock'], queryFn: () => data(client.GET('/api/stock')) });

/** The shop's vans, whose each is, and which one is one's own. */
export const vansQuery = queryOptions({ queryKey: ['vans'], queryFn: () => data(client.GET('/api/vans')) });

/** What is on a van, and what came and went last: one's own, or the one a call is served from. */
export const vanQuery = (of: { number?: number; call?: string } = {}) =>
  queryOptions({
    queryKey: ['van', of],
    queryFn: () => data(client.GET('/api/van', { params: { query: of } })),
  });

/** What the visits of a day need against each van. */
export const vanLoadsQuery = (day: string) =>
  queryOptions({
    queryKey: ['van', 'loads', day],
    queryFn: () => data(client.GET('/api/vans/loads', { params: { query: { day } } })),
  });

/** What to order for the week. */
export const orderQuery = queryOptions({ queryKey: ['van', 'order'], queryFn: () => data(client.GET('/api/order')) });
