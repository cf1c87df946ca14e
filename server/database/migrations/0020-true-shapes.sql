-- Files of tall pictures that were squeezed into the greatest height of any file: they are made anew, at their own shape.
-- What is a single px wide has no shape to keep, and one px more or less comes of rounding.
DELETE FROM renditions WHERE format <> 'moving' AND width > 1 AND EXISTS (
  SELECT 1 FROM pictures
  WHERE pictures.id = renditions.picture_id
    AND abs(renditions.height - 1.0 * renditions.width * pictures.height / pictures.width) > 1 + renditions.height / 100);
