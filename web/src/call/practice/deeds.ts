import styled from 'styled-components';
import type { Schemas } from '../../api/client';

export type Deed = Schemas['Deed'];
export type Site = Schemas['PracticeSite'];
/** Does something on the site: what, and at which height [in] where that counts. */
export type Act = (kind: Deed['kind'], what: string, height_in?: number) => void;

/** What can be done, one under the other. */
export const Acts = styled.div`display: grid; gap: 6px; button { justify-content: start; text-align: left; }`;
