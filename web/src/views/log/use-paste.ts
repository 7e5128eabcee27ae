import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answered, api, type Desk, type PageDesk, Refused } from '../../api/client';
import { deskOptions } from '../../api/queries';

/** A page of notes, sent whole; what is refused stays in the box. */
export function usePaste(desk: Desk, onRead: () => void) {
  const client = useQueryClient();
  const [page, setPage] = useState('');
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState('');
  const send = async () => {
    setBusy(true);
    try {
      const params = { path: { lateral_id: desk.id }, header: { 'If-Match': desk.version } };
      const read = await answered<PageDesk>(api.POST('/api/laterals/{lateral_id}/pages', { params, body: { page } }));
      client.setQueryData(deskOptions(desk.id).queryKey, read.desk);
      setPage('');
      setRefused('');
      onRead();
    } catch (error) {
      setRefused(error instanceof Refused ? error.message : String(error));
    }
    setBusy(false);
  };
  return { page, setPage, send, busy, refused };
}
