"""What works, what does not and how long it takes, judged without the program."""
