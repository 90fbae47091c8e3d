import { fireEvent, render, screen } from '@testing-library/react';
import { Link, MemoryRouter } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { PageErrorBoundary } from './PageErrorBoundary';

let isBroken = true;
function Page() {
  if (isBroken) throw new Error('what came makes no sense');
  return <p>Drawn</p>;
}

const page = () =>
  render(
    <MemoryRouter>
      <Link to="/elsewhere">Elsewhere</Link>
      <PageErrorBoundary>
        <Page />
      </PageErrorBoundary>
    </MemoryRouter>,
  );

describe('a page that cannot be drawn', () => {
  beforeEach(() => {
    isBroken = true;
    vi.spyOn(console, 'error').mockImplementation(() => {});
  });
  afterEach(() => vi.restoreAllMocks());

  it('says so, leaves what is round it, and is drawn when tried again', () => {
    page();
    expect(screen.getByRole('alert').textContent).toContain('This page cannot be shown');
    isBroken = false;
    fireEvent.click(screen.getByText('Try again'));
    expect(screen.getByText('Drawn')).toBeTruthy();
  });

  it('is not in the way of another', () => {
    page();
    isBroken = false;
    fireEvent.click(screen.getByText('Elsewhere'));
    expect(screen.getByText('Drawn')).toBeTruthy();
  });
});
