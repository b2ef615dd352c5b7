import { useEffect, useRef, useState } from 'react';
import { useBlocker } from 'react-router';

const question = 'Leave this page? What you entered here is not saved.';

/** Asks before a form is left whose fields were changed and not sent. */
export function UnsavedGuard({ formId }: { formId: string }) {
  const [touched, setTouched] = useState(false);
  const sending = useRef(false);
  useEffect(() => {
    const form = document.getElementById(formId);
    if (!form) return;
    const touch = () => {
      sending.current = false;
      setTouched(true);
    };
    const send = () => {
      sending.current = true;
    };
    form.addEventListener('input', touch);
    form.addEventListener('change', touch);
    form.addEventListener('submit', send);
    return () => {
      form.removeEventListener('input', touch);
      form.removeEventListener('change', touch);
      form.removeEventListener('submit', send);
    };
  }, [formId]);
  useEffect(() => {
    if (!touched) return;
    const ask = (event: BeforeUnloadEvent) => {
      if (!sending.current) event.preventDefault();
    };
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [touched]);
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) =>
      touched && !sending.current && currentLocation.pathname !== nextLocation.pathname,
  );
  useEffect(() => {
    if (blocker.state !== 'blocked') return;
    if (window.confirm(question)) blocker.proceed();
    else blocker.reset();
  }, [blocker]);
  return null;
}
