-- Previews recorded as pictures. A reel that is still being shot is arriving, and seen by nobody; its number is its
-- own from the start, so that it can be written into its pictures. The rows of deleted reels stay for their numbers.
CREATE TABLE reel (
  id          INTEGER PRIMARY KEY,
  scene_id    INTEGER NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
  number      INTEGER NOT NULL,
  name        TEXT    NOT NULL,
  note        TEXT    NOT NULL,
  made_by     TEXT,
  made_at     TEXT    NOT NULL,
  revision    INTEGER NOT NULL, -- the scene's, as it was shot
  position    INTEGER NOT NULL, -- how many edits were in force
  rate        TEXT    NOT NULL,
  timecodes   TEXT    NOT NULL, -- JSON: the timecode of each picture
  settings    TEXT    NOT NULL, -- JSON
  sources     TEXT    NOT NULL, -- JSON: the source frame of each picture
  scene_asset TEXT    REFERENCES asset (hash), -- the scene as it was shot
  picked      INTEGER NOT NULL DEFAULT 0,
  arriving    INTEGER NOT NULL,
  deleted_at  TEXT,
  UNIQUE (scene_id, number)
) STRICT;
CREATE INDEX reel_scene_asset ON reel (scene_asset);

CREATE TABLE reel_picture (
  reel_id INTEGER NOT NULL REFERENCES reel (id) ON DELETE CASCADE,
  picture INTEGER NOT NULL, -- counted from 0
  asset   TEXT    NOT NULL REFERENCES asset (hash),
  PRIMARY KEY (reel_id, picture)
) STRICT, WITHOUT ROWID;
CREATE INDEX reel_picture_asset ON reel_picture (asset);
