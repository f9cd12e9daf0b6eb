-- What starts when something else happens, and what an object aims at, packed.
ALTER TABLE object ADD COLUMN aim BLOB;

CREATE TABLE cue (
  scene_id INTEGER NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
  id       INTEGER NOT NULL,
  image    BLOB    NOT NULL,
  PRIMARY KEY (scene_id, id)
) STRICT;
