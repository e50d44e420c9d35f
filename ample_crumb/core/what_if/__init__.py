"""Ask what if: a change told in a few words, and what would come of it before anything is made."""
