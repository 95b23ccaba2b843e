"""What all things and all happenings share: versions, history, who and when, and corrections."""
