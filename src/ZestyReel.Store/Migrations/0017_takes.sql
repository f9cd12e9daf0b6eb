-- Recordings of live motion, as they came. They belong to a scene and are not part of its history: what is made of one is.
-- The rows of those thrown away stay for their numbers.
CREATE TABLE take (
  id           INTEGER PRIMARY KEY,
  scene_id     INTEGER NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
  number       INTEGER NOT NULL,
  name         TEXT    NOT NULL,
  object       INTEGER NOT NULL, -- the object that was driven
  object_name  TEXT    NOT NULL, -- as it was called
  device       TEXT    NOT NULL, -- empty for a hand
  channels     TEXT    NOT NULL, -- JSON: their names
  start        INTEGER NOT NULL, -- the played tick of its beginning
  speed        REAL    NOT NULL, -- seconds of the scene for each on the wall
  by_stamps    INTEGER NOT NULL, -- it goes where the device's own clock says
  first_stamp  REAL,             -- what that clock said first, in seconds
  seconds      REAL    NOT NULL, -- how long it is
  samples      INTEGER NOT NULL,
  lost         INTEGER NOT NULL,
  gaps         TEXT    NOT NULL, -- JSON
  mark         TEXT    NOT NULL, -- the sender's own mark, so that one sent twice is kept once
  made_by      TEXT,
  made_at      TEXT    NOT NULL,
  asset        TEXT    REFERENCES asset (hash), -- its samples, as CSV
  deleted_at   TEXT,
  UNIQUE (scene_id, number)
) STRICT;
CREATE INDEX take_asset ON take (asset);
CREATE UNIQUE INDEX take_mark ON take (scene_id, mark) WHERE mark <> '';
