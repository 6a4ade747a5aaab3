-- Which orders a target is held against: matched to campaigns, or all. Until now it was all of them.
ALTER TABLE promise ADD COLUMN orders_meant TEXT CHECK (orders_meant IN ('matched', 'all'));
UPDATE promise SET orders_meant = 'all' WHERE kind = 'target';
