"""What whoever keeps an installation does with it: back up, restore, verify, see what is wrong, bring in, take out."""
