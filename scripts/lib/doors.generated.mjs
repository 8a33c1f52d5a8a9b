// Written by scripts/lib/registries.mjs from the routes; do not edit.
export const DOORS = {
  '/api/calendar/[token]': ['GET'],
  '/api/commands': ['POST'],
  '/api/farm': ['POST'],
  '/api/farm-file': ['GET', 'POST'],
  '/api/join': ['POST'],
  '/api/measurements': ['POST'],
  '/api/photo/[finding]': ['GET'],
  '/api/questions': ['POST'],
  '/api/session': ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'],
  '/api/stations/[...path]': ['GET'],
  '/api/table/[table]': ['GET'],
  '/healthz': ['GET'],
  '/metrics': ['GET'],
  '/season/ground': ['GET'],
};
