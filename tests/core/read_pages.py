"""Pages of what random pages seldom say: doubt, gaps, three runs tied, a log that ends, a fouled lens, branches, visits."""

LOG = "\n".join(f"{x / 2:g} pitch {-4 if 20 < x < 32 else 2}%" for x in range(4, 90))
DOUBT = """run A front cleanout clay 4in, facing main, counts to main
10 depth 4ft ground 100 suspect
30 depth 4.6ft ground 100
50 depth 5.2ft crown ± 0.3ft ground 100
20-26 standing 1in rest 2 min off
35 offset up 1/2in joint
42 submerged
55 invert 94.1?
60 offset up 2in joint
60 stopped, offset
main about 12 on (manhole)
"""
TIED = """run A front cleanout clay 4in, facing main, counts to main
20 = 20.4
15 wye
25 roots ball 40% joint
32 crack open
40 stopped, roots
run B yard cleanout iron 3in, facing house, counts to house
0 = 70
8 offset drop 1/4in
30 roots ball 40% joint
44 stopped
run C yard cleanout pvc 4in, facing main, counts to main
0 = 70
12 main
"""
LOGGED = f"""run A front cleanout clay 4in, facing main, counts to main
{LOG}
8-18 standing 0.8in rest
10 = 10
60 main
main stands 2in
"""
FOULED = """run A front cleanout clay 4in, facing main, counts to main
5 joint
10 joint
14.9 roots slight joint
20.1 joint
25 roots medium joint
30 joint
20-22 lens foggy
35-45 not seen steam
[2:00] 36 crack top
[4:00] 46 hole 1in 12-3
all clay: scale slight
50 change clay > pvc 4in
70 main
"""
BRANCHED = """run A front cleanout clay 4in, facing main, counts to main
10 crack open
30 branch bath
50 hole 1in
60 main
run B vent iron 3in, on bath branch, facing main, counts to main, zero not said
4 roots 10%
20 branch bath same 30
visit 2026-03-02 again
run A front cleanout clay 4in, facing main, counts to main
10.3 crack open
51 hole 2in
60 main
"""
READ = {"doubt": DOUBT, "tied": TIED, "logged": LOGGED, "fouled": FOULED, "branched": BRANCHED}
