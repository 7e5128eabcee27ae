import { answered, api, type Desk } from '../api/client';
import type { Edit } from '../api/queries';

/** A picture put to a finding as it is: the desk makes it small and strips what the camera wrote into it. */
export const putStill =
  (finding_id: string, picture: File): Edit =>
  ({ params }) =>
    answered<Desk>(
      api.PUT('/api/laterals/{lateral_id}/findings/{finding_id}/still', {
        params: { ...params, path: { ...params.path, finding_id } },
        body: picture as unknown as string,
        bodySerializer: (body: unknown) => body as BodyInit,
        headers: { 'Content-Type': picture.type || 'image/jpeg' },
      }),
    );

export const takeStillOff =
  (finding_id: string): Edit =>
  ({ params }) =>
    answered<Desk>(
      api.DELETE('/api/laterals/{lateral_id}/findings/{finding_id}/still', {
        params: { ...params, path: { ...params.path, finding_id } },
      }),
    );
