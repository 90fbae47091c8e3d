import { useRef } from 'react';
import { useSlider, useSliderThumb, VisuallyHidden } from 'react-aria';
import { useSliderState } from 'react-stately';
import styled from 'styled-components';

const Track = styled.div`position: absolute; left: 0; right: 0; touch-action: pan-x; cursor: ns-resize;`;
const Thumb = styled.div`position: absolute !important; width: 48px; height: 48px; border-radius: 50%;`;
const INCH = new Intl.NumberFormat('en');

type Props = {
  top: number;
  bottom: number;
  left: number;
  doorHeight: number;
  position: number;
  says: string;
  onPosition: (inches: number) => void;
  onFocusVisible: (shows: boolean) => void;
};

/** Moves the door along its height: anywhere on the drawing by finger, by keyboard from its thumb. */
export function HeightSlider({ top, bottom, left, doorHeight, position, says, onPosition, onFocusVisible }: Props) {
  const track = useRef<HTMLDivElement>(null);
  const input = useRef<HTMLInputElement>(null);
  const label = 'Height of the bottom edge';
  const options = {
    'aria-label': label,
    orientation: 'vertical' as const,
    minValue: 0,
    maxValue: doorHeight,
    step: 1,
    value: [position],
    onChange: ([inches]: number[]) => inches !== undefined && onPosition(inches),
  };
  const state = useSliderState({ ...options, numberFormatter: INCH });
  const { groupProps, trackProps } = useSlider(options, state, track);
  const thumb = useSliderThumb({ index: 0, trackRef: track, inputRef: input, 'aria-label': label }, state);
  return (
    <div {...groupProps}>
      <Track
        {...trackProps}
        ref={track}
        style={{ ...trackProps.style, position: 'absolute', top, height: bottom - top }}
      >
        <Thumb {...thumb.thumbProps} style={{ ...thumb.thumbProps.style, left, transform: 'translate(-50%, -50%)' }}>
          <VisuallyHidden>
            {/* biome-ignore lint/a11y/useAriaPropsSupportedByRole: the props make it a range, which takes a value in words */}
            <input
              ref={input}
              {...thumb.inputProps}
              aria-valuetext={says}
              onFocus={(event) => {
                thumb.inputProps.onFocus?.(event);
                onFocusVisible(true);
              }}
              onBlur={(event) => {
                thumb.inputProps.onBlur?.(event);
                onFocusVisible(false);
              }}
            />
          </VisuallyHidden>
        </Thumb>
      </Track>
    </div>
  );
}
