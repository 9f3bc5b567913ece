/** The lesson, recording and student that the line of stations leads along. */
import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from 'react';

export interface Current {
  lessonId?: string;
  recordingId?: string;
  studentId?: string;
}

const CurrentContext = createContext<{ current: Current; setCurrent: (current: Current) => void }>({
  current: {},
  setCurrent: () => {},
});

export function CurrentProvider({ children }: { children: ReactNode }) {
  const [current, setCurrent] = useState<Current>({});
  const value = useMemo(() => ({ current, setCurrent }), [current]);
  return <CurrentContext.Provider value={value}>{children}</CurrentContext.Provider>;
}

export const useCurrent = (): Current => useContext(CurrentContext).current;

/** Says which lesson, recording and student a page is about, once it knows. */
export function useSetCurrent({ lessonId, recordingId, studentId }: Current): void {
  const { setCurrent } = useContext(CurrentContext);
  useEffect(() => {
    if (lessonId || recordingId || studentId) setCurrent({ lessonId, recordingId, studentId });
  }, [setCurrent, lessonId, recordingId, studentId]);
}
