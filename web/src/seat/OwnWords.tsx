/** A mark whose words come later, and one that is spoken: two buttons of a row of marks. */
import { WORDS_LATER } from '@keel/core';
import { useVoice } from './use-voice.ts';

export function OwnWords(props: { mark: (text: string) => void; speak: Parameters<typeof useVoice>[0] }) {
  const voice = useVoice(props.speak);
  return (
    <>
      <button type="button" className="seat-button" onClick={() => props.mark(WORDS_LATER)}>
        custom
      </button>
      {voice && (
        <button type="button" className="seat-button" aria-pressed={voice.speaking} onClick={voice.tap}>
          {voice.speaking ? 'speaking: tap to end' : 'voice note'}
        </button>
      )}
      {voice?.problem && (
        <p className="seat-last" role="alert">
          {voice.problem}
        </p>
      )}
    </>
  );
}
