import { Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';

/** What dims the page under a dialog. */
export const Veil = styled(
  ModalOverlay,
)`position: fixed; inset: 0; background: #0008; display: grid; place-items: center; z-index: 20;`;
/** The sheet a dialog is written on. */
export const DialogSheet = styled(
  Modal,
)`background: var(--sheet); border: 1px solid var(--edge); padding: 24px; outline: none; width: min(640px, 94vw); max-height: 92dvh; overflow: auto;`;
