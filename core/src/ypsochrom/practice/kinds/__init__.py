"""The exercises, a judgement a file: pure makers of questions, with what is right and why."""
