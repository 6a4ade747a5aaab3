-- What imports bring lives in a file of its own (facts.sqlite, filled from these tables first), so that a long import holds up no edit.
DROP TABLE feed_column;
DROP TABLE import;
DROP TABLE member;
DROP TABLE split;
DROP TABLE feed_row;
DROP TABLE order_row;
DROP TABLE lot_row;
DROP TABLE touch_row;
DROP TABLE feed;
