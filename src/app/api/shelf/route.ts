import { success } from '@/model';
import { database, shelfPage } from '@/server';
import { respond, route } from '../respond';

/** One page of the shelf: `?page=`. */
export const GET = route((request: Request) =>
  respond(
    success(
      shelfPage(database(), Number(new URL(request.url).searchParams.get('page') ?? 1), new Date().toISOString()),
    ),
  ),
);
