import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import { orderQuery } from '../api/stockQueries';
import { LineLink, PlainAnchor } from '../ui/buttons';
import { inWords } from '../ui/dates';
import { Page, Quiet, Row, Table } from '../ui/layout';
import { PageTitle } from '../ui/PageTitle';
import { Loading, Trouble } from '../ui/states';

const Count = styled.td`width: 64px; font: 600 24px 'Barlow Condensed', sans-serif;`;

/** What has to be ordered so that this week's work can be done, and what for? */
export function Order() {
  const found = useQuery(orderQuery);
  if (found.isPending) return <Loading />;
  if (found.isLoadingError) return <Trouble wrong={found.error} retry={() => found.refetch()} />;
  const { day, lines } = found.data;
  return (
    <Page>
      <Row>
        <div>
          <PageTitle>What to order</PageTitle>
          <Quiet>
            For the week from {inWords(day)}: what no van has of what is planned, booked and due, what was used in the
            week before, and parts that are noted as on order.
          </Quiet>
        </div>
        <Row>
          <PlainAnchor href="/api/order.csv">Save as CSV</PlainAnchor>
          <PlainAnchor href="/api/order.pdf">On paper</PlainAnchor>
        </Row>
      </Row>
      {lines.length === 0 && <Quiet>Nothing has to be ordered.</Quiet>}
      {lines.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th>Pieces</th>
              <th>What</th>
              <th>What for</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((one) => (
              <tr key={one.words}>
                <Count>{one.pieces || '–'}</Count>
                <td>{one.words}</td>
                <td>{one.why.join('; ')}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <LineLink to="/shop/van">The vans</LineLink>
    </Page>
  );
}
