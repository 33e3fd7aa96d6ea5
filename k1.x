KILN
[1-8] dorothys: 1-2& step R diag fwd, lock L behind, step R; 3-4& step L diag fwd, lock R behind, step L; 5-6 rock R fwd, recover; 7&8 R coaster
[9-16] 1-2 step L fwd, pivot 1/2 R; 3&4 1/2 R shuffle back L; 5-6 back R, back L; 7&8 R coaster cross
