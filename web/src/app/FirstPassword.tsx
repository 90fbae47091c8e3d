import styled from 'styled-components';
import { OwnPassword } from '../shop/OwnPassword';
import { Sheet } from '../ui/layout';

const Page = styled.main`
  min-height: 100vh; display: grid; place-content: center; padding: 20px; grid-template-columns: minmax(0, 460px);
`;

/** Signed in with a password somebody else knows: nothing comes before another one. */
export function FirstPassword() {
  return (
    <Page>
      <Sheet>
        <OwnPassword first />
      </Sheet>
    </Page>
  );
}
