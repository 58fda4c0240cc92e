// Written by `npm run live-runtime` from live/page; a test holds that it is.

/** What can be asked of the runtime: the number of its declaration, and its name there. */
export const RUNTIME_NAMES = {
  aimAtPointer: [39, "Be"],
  aimsInScene: [68, "sn"],
  aimsOnPage: [70, "an"],
  angleDelta: [0, "se"],
  arrivePart: [4, "Pe"],
  channelsOnPage: [67, "on"],
  curveWay: [30, "_e"],
  doublePressPart: [16, "Ce"],
  easingOf: [46, "ee"],
  edgesOnPage: [71, "fe"],
  focusInput: [50, "je"],
  followsOnPage: [62, "rn"],
  goBy: [40, "qe"],
  goToNext: [37, "Ke"],
  goToPose: [35, "ue"],
  growing: [2, "xe"],
  holdPart: [5, "Le"],
  hoverPart: [6, "we"],
  isIn: [42, "pe"],
  isSeen: [63, "tn"],
  keyInput: [51, "$e"],
  keyLeverPart: [10, "Se"],
  keyPart: [7, "Ee"],
  leversOfAll: [61, "nn"],
  leversWithLag: [59, "Ze"],
  leversWithSpring: [60, "en"],
  placesOnPage: [72, "ln"],
  pointerInput: [49, "ze"],
  pointerLeverPart: [9, "ke"],
  pressPart: [15, "Me"],
  queuePart: [18, "Oe"],
  repeatPart: [23, "Ne"],
  runLive: [76, "un"],
  scrollInput: [52, "Qe"],
  setPose: [36, "Ge"],
  slideLeverPart: [11, "Te"],
  sliderInput: [53, "Xe"],
  springWay: [29, "V"],
  startPart: [22, "Ae"],
  switchedWay: [32, "He"],
  watchPart: [25, "De"],
} as const;

/** What the names of its own objects are shortened to. */
export const RUNTIME_KEYS = {
  world: "A",
  driven: "B",
  study: "C",
  goal: "D",
  piece: "E",
  parts: "F",
  begin: "G",
  rate: "H",
  pieces: "I",
  step: "J",
  turn: "K",
  count: "L",
  sendings: "M",
  all: "N",
  slot: "O",
  base: "P",
  before: "Q",
  pieceAt: "R",
  due: "S",
  elements: "T",
  put: "U",
  slope: "V",
  chain: "W",
  rest: "X",
  still: "Y",
  trigger: "Z",
  waits: "_q",
  scene: "_r",
  answer: "_s",
  hold: "_t",
  moving: "_u",
  next: "_v",
  scale: "_w",
  advance: "_x",
  isStill: "_y",
  atOnce: "_z",
  begins: "_10",
  channelsOfPose: "_11",
  drive: "_12",
  easing: "_13",
  horizon: "_14",
  interrupted: "_15",
  isIn: "_16",
  pointerValue: "_17",
  targetAt: "_18",
  aimed: "_19",
  begun: "_1a",
  figuresAt: "_1b",
  goesOn: "_1c",
  isSeen: "_1d",
  run: "_1e",
  give: "_1f",
  isBusy: "_1g",
  numbers: "_1h",
  spring: "_1i",
  stops: "_1j",
  thens: "_1k",
  turnsRound: "_1l",
  uses: "_1m",
  watches: "_1n",
  wayOf: "_1o",
  ends: "_1p",
  shareOf: "_1q",
  startOf: "_1r",
  differences: "_1s",
} as const;

/** The declarations of the runtime in their order, and the numbers of others that each needs. */
export const RUNTIME_PIECES: readonly {
  readonly uses: readonly number[];
  readonly text: string;
}[] = [
  {
    uses: [],
    text: 'function se(n,e,r){let t=r==="none"?e-n:(e-n)%360,o=Math.abs(t);return r==="shorter"&&o>180||r==="longer"&&o>0&&o<180||r==="increasing"&&t<0||r==="decreasing"&&t>0?t-360*Math.sign(t):t}',
  },
  {
    uses: [],
    text: "let he=100;",
  },
  {
    uses: [1],
    text: 'function xe({M:n},{grows:e,reach:r=he},t){let o=0;for(let{B:s,D:i,_z:a}of n)for(let l=0;l<s.channel.L;l++)!a&&i.Y&&(o=Math.max(o,Math.abs(i.value(t,l)-s.channel.value(t,l))*s._w));return e==="distance"?o/r:e==="root"?Math.sqrt(o/r):1}',
  },
  {
    uses: [],
    text: "let ie=400;",
  },
  {
    uses: [3],
    text: 'let Pe=(n,e)=>{let[r,t]=[Number.NaN,0];n._1j=({id:o},s)=>(t=s===r?t+1:1,r=s,t===ie+1&&e.note?.("stopped",s,o),t>ie),n._1a=({id:o},s,i,a)=>{e.note?.("begun",s,o,i,a),n.U(a,()=>{i.every(({B:u,E:d})=>u.channel.R(a)!==d)&&i.length>0&&a>s||(e.note?.("arrived",a,o),n._s(a,({when:u})=>u.on==="arrived"&&u.response===o))})}};',
  },
  {
    uses: [],
    text: 'let Le=(n,e)=>{let r=0;return(t,o)=>{if(o.type!=="press"&&o.type!=="release")return;let s=++r;if(o.type==="release")return;let i=e.W(o.figure);for(let a of e.responses){let{when:l}=a;if(l.on!=="hold"||!i.includes(l.figure))continue;let u=t+l.time;n.U(u,()=>{r===s&&n.Z(a,u)})}}};',
  },
  {
    uses: [],
    text: 'let we=(n,e)=>{let r=[];return(t,o)=>{if(!("x"in o))return;let s=r,{x:i,y:a,figure:l}=o,[u,d]=e.size,p=i>=0&&a>=0&&i<=u&&a<=d?e.W(l):[];r=p,n._s(t,({when:y})=>y.on==="leave"&&s.includes(y.figure)&&!p.includes(y.figure)||y.on==="enter"&&!s.includes(y.figure)&&p.includes(y.figure))}};',
  },
  {
    uses: [],
    text: 'let Ee=n=>(e,r)=>{r.type==="key-down"&&n._s(e,({when:t})=>t.on==="key"&&t.key===r.key)};',
  },
  {
    uses: [],
    text: "function j(n,{levers:e},r,t){for(let o of e?.values()??[]){let s=t(o.lever);s!==void 0&&isFinite(s)&&o._1f(r,s)&&n._1n?.(o,r)}}",
  },
  {
    uses: [8],
    text: 'let ke=(n,e)=>(r,t)=>{"x"in t&&j(n,e,r,({of:o})=>e._17?.(r,o,t))};',
  },
  {
    uses: [8],
    text: 'let Se=(n,e)=>(r,t)=>{"key"in t&&j(n,e,r,({of:o,range:s})=>o.kind==="key"&&o.key===t.key?s[t.type==="key-down"?1:0]:void 0)};',
  },
  {
    uses: [8],
    text: 'let Te=(n,e)=>(r,t)=>{t.type==="lever"&&j(n,e,r,({id:o})=>o===t.lever?t.value:void 0)};',
  },
  {
    uses: [],
    text: "let We=350;",
  },
  {
    uses: [12],
    text: 'let Re=()=>{let n;return(e,r)=>{if(r.type!=="press")return!1;let{figure:t}=r,o=n!==void 0&&e-n.time<=We&&n.figure===t;return n=o?void 0:{time:e,figure:t},o}};',
  },
  {
    uses: [],
    text: 'let ae=n=>(e,r)=>{let t=n?.();return(o,s)=>{let i=t?.(o,s),{type:a}=s;if(a!=="press"&&a!=="release")return;let l=r.W(s.figure);e._s(o,({when:u})=>(u.on===a||u.on==="double-press"&&i===!0)&&l.includes(u.figure))}};',
  },
  {
    uses: [14],
    text: "let Me=ae();",
  },
  {
    uses: [13, 14],
    text: "let Ce=ae(Re);",
  },
  {
    uses: [],
    text: "let Ie=100;",
  },
  {
    uses: [17],
    text: 'let Oe=(n,e)=>{let r=[];let t=!1;n._q=(s,i,a,{M:l})=>{let{id:u,midFlight:d}=s,v=Math.max(i,...l.map(({B:y})=>y.channel.R(i)?.end??i)),p=d==="waits"&&(v>i||!t&&r.length>0);return!p&&(d!=="ignored"||v<=i)?!1:!p||!t&&r.length>=Ie?(e.note?.("ignored",i,u),!0):(t?r.unshift({response:s,pointer:a}):(r.push({response:s,pointer:a}),e.note?.("waits",i,u)),n.U(v,()=>o(v)),!0)};let o=s=>{let i=r.shift();if(!i)return;let a=r.length;t=!0,n.G(i.response,s,i.pointer),t=!1,a>0&&r.length===a&&n.U(s,()=>o(s))}};',
  },
  {
    uses: [],
    text: "function $({initial:n,range:e}){return n??e[0]}",
  },
  {
    uses: [],
    text: 'let I="rest";',
  },
  {
    uses: [],
    text: "function Q(n){let e=Math.floor(n)>>>0;return()=>{e=e+1831565813>>>0;let r=Math.imul(e^e>>>15,e|1);return r^=r+Math.imul(r^r>>>7,r|61),((r^r>>>14)>>>0)/2**32}}",
  },
  {
    uses: [],
    text: 'let Ae=(n,e)=>{for(let r of e.responses)r.when.on==="start"&&n.U(0,()=>n.Z(r,0))};',
  },
  {
    uses: [21],
    text: 'let Ne=(n,e)=>{for(let r of e.responses){let{when:t}=r;if(t.on!=="every")continue;let o=Q(t.seed??1),s=i=>{let a=(2*o()-1)*Math.min(t.jitter??0,t.time/2),l=i*t.time+a;n.U(l,()=>{n.Z(r,l),s(i+1)})};s(1)}};',
  },
  {
    uses: [],
    text: "let le=240;",
  },
  {
    uses: [26],
    text: 'let De=(n,e)=>{let r=(t,o,s)=>{let{when:i}=o;if(i.on!=="rises"&&i.on!=="falls"||i.lever!==t.lever.id)return;let a=t.channel.R(s),l=Fe(t,s,i.past,i.on==="rises");l!==void 0&&(n.U(l,()=>{t.channel.R(l)===a&&(n.Z(o,l),l>s&&r(t,o,l))}),l<=n._14&&n._x(n._14))};n._1n=(t,o)=>{for(let s of e.responses)r(t,s,o)}};',
  },
  {
    uses: [24],
    text: "function Fe({channel:n},e,r,t){let o=n.R(e);if(!o)return;let s=u=>t?u>r:u<r,i=u=>n.value(u);let a=o.G===e?o.from[0]:i(e),l=e;if(!s(a)&&s(i(e)))return e;for(let u=1;u<=le&&o.end>e;u++){let d=e+(o.end-e)*u/le,v=i(d);if(!s(a)&&s(v)){let[p,y]=[l,d];for(let c=0;c<40;c++){let m=(p+y)/2;s(i(m))?y=m:p=m}return y}[a,l]=[v,d]}}",
  },
  {
    uses: [],
    text: "function X(n){return{G:()=>0,at:(e,r)=>e<n?r:0,H:()=>0,length:e=>e===0?0:n}}",
  },
  {
    uses: [27],
    text: "let w=X(0);",
  },
  {
    uses: [],
    text: "function V(n,e,r){let t=e/(2*r),o=n/r,s=o-t*t,i=Math.sqrt(Math.abs(s)),a=s>=0,l=a?t:o/(t+i),u=d=>{let v=Math.exp(-l*d),p=a?Math.sin(i*d):-Math.expm1(-2*i*d)/2,y=v*(i*d<1e-8?d:p/i);return[(a?v*Math.cos(i*d):v)+l*y,y]};return{G:(d,v,p)=>v??-p,at(d,v,p){let[y,c]=u(d);return v*y+p*c},H(d,v,p){let[y,c]=u(d);return-v*o*c+p*(y-2*t*c)},length(d,v,p){if(!(l>0))return 1/0;let y=Math.abs(v+l*d);let c=1e9;for(let g=0;g<60;g++)c=Math.max(0,Math.log((Math.abs(d)+y*c)/p)/l);if(!a||i===0)return c;let m=Math.hypot(d,(v+t*d)/i);return Math.min(c,m>p?Math.log(m/p)/t:0)}}}",
  },
  {
    uses: [],
    text: "function _e({value:n,V:e},r){return{G:(t,o)=>o===void 0?0:o*r+t*e(0),at(t,o,s){let i=t/r;return i<1?o*(1-n(i))+s*i*(1-i)**2:0},H(t,o,s){let i=t/r;return i>1+1e-9?0:(-o*e(i)+s*(1-i)*(1-3*i))/r},length:(t,o)=>t===0&&o===0?0:r}}",
  },
  {
    uses: [],
    text: "function J(n){return{G:()=>0,at:(e,r)=>r*Math.exp(-e/n),H:(e,r)=>-r/n*Math.exp(-e/n),length:(e,r,t)=>Math.abs(e)>t?n*Math.log(Math.abs(e)/t):0}}",
  },
  {
    uses: [27, 28],
    text: "function He(n,e,r,t){let o=e.value(t,0);if(!(n._1g(t)&&e.Y&&n._18(t)===o))return o>=.5||!e.Y?w:X(r.length(1,0,n.J))}",
  },
  {
    uses: [],
    text: "function E(n){return{value:(e,r)=>n[r],H:()=>0,Y:!0}}",
  },
  {
    uses: [],
    text: "let D=class{constructor(e,r,t){this.P=e,this.L=r,this.J=t,this.I=[]}R(e){let{I:r}=this;let[t,o]=[0,r.length];for(;t<o;){let s=t+o>>1;r[s].G<=e?t=s+1:o=s}return r[t-1]}value(e,r=0){return(this.R(e)??this.P).value(e,r)}H(e,r=0){return(this.R(e)??this.P).H(e,r)}_18(e,r=0){return(this.R(e)?.D??this.P).value(e,r)}_1g(e){let r=this.R(e);return r!==void 0&&e<r.end}G(e,r,t,o,s=Array.from({length:this.L},(i,a)=>this.value(e,a))){let i=s.map((p,y)=>{let[c,m]=[p-r.value(e,y),r.H(e,y)],g=t.G(c,o?this.H(e,y)-m:void 0,m);return[c,g]}),a=i.map(([p,y])=>t.length(p,y,this.J)),l=Math.max(e+Math.max(...a)*1e3,r._1p??e),u=(p,y)=>{let[c,m]=i[y];return t.at((p-e)/1e3,c,m)},d=(p,y)=>{let[c,m]=i[y];return t.H((p-e)/1e3,c,m)},v={G:e,end:l,D:r,way:t,from:s,fading:u,value:(p,y)=>r.value(p,y)+(p<l?u(p,y):0),H:(p,y)=>r.H(p,y)+(p>l?0:d(p,y))};return this.I.at(-1)?.G===e&&this.I.pop(),this.I.push(v),v}};",
  },
  {
    uses: [41],
    text: "let ue=(n,e,{how:r},t)=>({M:de(n,e.pose,t,r.route)});",
  },
  {
    uses: [35],
    text: "let Ge=(n,e,r,t,o)=>({M:ue(n,e,r,t,o).M.map(s=>({...s,_z:!0}))});",
  },
  {
    uses: [41, 44],
    text: "let Ke=(n,e,{how:r},t)=>{let o=Ue(n,e.poses);return{M:o===void 0?[]:de(n,o,t,r.route)}};",
  },
  {
    uses: [],
    text: "let Ve=.05;",
  },
  {
    uses: [33, 38, 45],
    text: "let Be=(n,e,{how:r},t,o)=>{let{figure:s,channels:i}=e;return{M:i.flatMap(a=>{let l=n._19?.(t,s,a,o),u=n.channel?.(s,a);if(l===void 0||!u)return[];let[d=l]=Z(u,t,[l],r.route),v=u.channel.value(t);return[{B:u,D:E([Math.abs(d-v)<Ve?v:d])}]})}};",
  },
  {
    uses: [33],
    text: "let qe=(n,e,r,t)=>{let{figure:o,channel:s,amount:i}=e,a=n.channel?.(o,s);return!a||a.channel.L>1?{M:[]}:{M:[{B:a,D:E([a.channel._18(t)+i])}]}};",
  },
  {
    uses: [20, 33, 45],
    text: "function de(n,e,r,t){return e!==I?n._11(e).map(({B:o,values:s})=>({B:o,pose:e,D:E(Z(o,r,s,t))})):[...n.B.values()].map(o=>{let{P:s}=o.channel,i=s.Y&&o.K?E(Z(o,r,[s.value(r,0)],t)):s;return{B:o,D:i,pose:e}})}",
  },
  {
    uses: [20, 43],
    text: "function pe(n,e){let r=e===I?[...n.B.values()]:n._11(e).map(({B:t})=>t);return ce(r,e)&&(e===I||r.length>0)}",
  },
  {
    uses: [20],
    text: "let ce=(n,e)=>n.every(r=>r.pose===e||e===I&&r.pose===null);",
  },
  {
    uses: [20, 42, 43],
    text: "function Ue(n,e){let r=e.flatMap(s=>n._11(s).map(({B:i})=>i)),t=s=>s===I?ce(r,s):pe(n,s),o=e.findIndex(t);return e[(o+1)%e.length]}",
  },
  {
    uses: [],
    text: 'function Z({K:n,channel:e},r,t,o="shorter"){if(!n)return t;let s=e.value(r);return[s+n(s,t[0],o)]}',
  },
  {
    uses: [],
    text: "function ee({curves:n},e){let[r,...t]=n[e],o=(s,i)=>{let[a,l,...u]=t.find(y=>s<y[1])??t.at(-1),d=(2*s-a-l)/(l-a);let[v,p]=[0,0];for(let y of u.reverse())p=p*d+v,v=v*d+y;return i?p*2/(l-a):v};return{value:s=>o(s,!1),V:s=>s?o(s,!0):r}}",
  },
  {
    uses: [],
    text: 'let Ye={pointerdown:"press",pointermove:"move"};',
  },
  {
    uses: [],
    text: "function B({_r:n,C:e},r,t){let o=n.getBoundingClientRect(),s=e.size[0]/o.width;return[(r-o.x)*s,(t-o.y)*s]}",
  },
  {
    uses: [47, 48],
    text: 'function ze(n){let e=!1;n.on("pointerdown pointermove pointerup pointercancel",r=>{let t=Ye[r.type]??"release",o=["","mouse"].includes(r.pointerType)?r.target:document.elementFromPoint(r.clientX,r.clientY);if(!r.isPrimary||r.button>0||(t==="press"?!n._r.contains(o):t==="release"&&!e))return;e=t==="press"||e&&t==="move";let[s,i]=B(n,r.clientX,r.clientY);n.send({type:t,x:s,y:i,figure:n._1b(o)[0]??null},r)})}',
  },
  {
    uses: [48],
    text: 'function je(n){for(let e of n.C.pressable){let r=n.T.get(e);if(!r)continue;r.tabIndex=0,r.role??="button";let t=!1;n.on("keydown keyup blur",o=>{let s=o.type==="keydown";if((o.type==="blur"?!t:o.key!=="Enter"&&o.key!==" ")||o.repeat)return;o.preventDefault(),t=s;let i=r.getBoundingClientRect(),[a,l]=B(n,i.x+i.width/2,i.y+i.height/2);n.send({type:s?"press":"release",x:a,y:l,figure:e},o)},r)}}',
  },
  {
    uses: [],
    text: 'function $e(n){let e=new Set;for(let{when:o}of n.C.responses)o.on==="key"&&e.add(o.key);for(let{of:o}of n.C.levers)o.kind==="key"&&e.add(o.key);let r=new Set,t=(o,s)=>{r.delete(o)&&n.send({type:"key-up",key:o},s)};n.on("keydown",o=>{let{key:s,target:i,repeat:a,ctrlKey:l,metaKey:u,altKey:d}=o,v=i.closest?.("input,textarea,select,[contenteditable]");!e.has(s)||v||a||l||u||d||(r.add(s),n.send({type:"key-down",key:s},o))}),n.on("keyup",o=>{for(let s of r)s.toLowerCase()===o.key.toLowerCase()&&t(s,o)}),n.on("blur",o=>{for(let s of r)t(s,o)},window)}',
  },
  {
    uses: [],
    text: 'function Qe(n){let e=r=>{let{scrollTop:t,scrollHeight:o,clientHeight:s}=document.scrollingElement;for(let{id:i,of:a,range:l}of n.C.levers){if(a.kind!=="scroll")continue;let u=t/(o-s||1),d=l[0]+(l[1]-l[0])*u;n.send({type:"lever",lever:i,value:d},r)}};n.on("scroll",e),document.scrollingElement?.scrollTop&&e()}',
  },
  {
    uses: [],
    text: 'function Xe(n){n.on("input",e=>{let{dataset:r,valueAsNumber:t}=e.target;r.lever&&n.send({type:"lever",lever:r.lever,value:t},e)})}',
  },
  {
    uses: [],
    text: "let ye=.1;",
  },
  {
    uses: [54],
    text: 'function me(n,e,r,t,o){let s=i=>r.value(n==="value"?t(i-e):Math.abs(o(i-e)));return{Y:!1,value:s,H:i=>n==="value"?r.V(t(i-e))*o(i-e):(s(i)-s(i-ye))*1e3/ye}}',
  },
  {
    uses: [],
    text: "let Je=1e-4;",
  },
  {
    uses: [19, 33, 34, 56],
    text: "let q=class{constructor(e,r){this.lever=e,this.way=r;let{range:t}=e,o=Math.abs(t[1]-t[0])*Je;this.channel=new D(E([$(e)]),1,o)}_1f(e,r){let[t,o]=this.lever.range,s=Math.min(Math.max(r,t),o);return this.channel._18(e)===s?!1:(this.channel.G(e,E([s]),this.way,!0),!0)}};",
  },
  {
    uses: [28, 57],
    text: "let ne=n=>({C:e,_u:r,_y:t},o)=>{o.levers=new Map(e.levers.map(s=>{let i=t||s.way.length===0?w:n(...s.way),a=new q(s,i);return r.push(a.channel),[s.id,a]}))};",
  },
  {
    uses: [31, 58],
    text: "let Ze=ne(n=>J(n));",
  },
  {
    uses: [29, 58],
    text: "let en=ne((n,...e)=>V(n,...e));",
  },
  {
    uses: [29, 31, 58],
    text: "let nn=ne((n,...e)=>e.length>0?V(n,...e):J(n));",
  },
  {
    uses: [46, 55],
    text: 'function rn({C:n,N:e},r){for(let[t,o,s,i,a]of n.followers){let l=ee(n,s),u=()=>(typeof o=="number"?e[o]:r.levers?.get(o))?.channel;e[t].channel.P=me(i,a,l,d=>u().value(d),d=>u().H(d))}}',
  },
  {
    uses: [],
    text: "function tn(n,e){if(n===0)return e[0]>=.5;let r=e.reduce((t,o)=>t*Math.cos(o*Math.PI/180),n);return r>0||n>0&&r===0}",
  },
  {
    uses: [],
    text: "function U(n,e){return Math.atan2(n,-e)*180/Math.PI}",
  },
  {
    uses: [48],
    text: 'function Y(n,e,r,t){let o=e.appendChild(document.createElement("i"));o.style.cssText=`position:absolute;left:${r};top:${t}`;let{x:s,y:i}=o.getBoundingClientRect();return o.remove(),B(n,s,i)}',
  },
  {
    uses: [65],
    text: 'function te(n,e){let[r,t]=getComputedStyle(e).transformOrigin.split(" ");return Y(n,e,r,t)}',
  },
  {
    uses: [],
    text: "function on({C:n,_12:e},r){r.channel=(t,o)=>{let s=n.channels.findIndex(i=>i[0]===t&&i[1]===o);return s<0?void 0:e(s)}}",
  },
  {
    uses: [64, 66],
    text: 'function sn(n,e){e._19=(r,t,o,{x:s,y:i})=>{let a=n.T.get(t);if(!a)return;n.paint(r);let[l,u]=te(n,a);return o==="rotate"?U(s-l,i-u):(e.channel?.(t,o)?.channel.value(r)??0)+(o==="x"?s-l:i-u)}}',
  },
  {
    uses: [],
    text: "let re=999;",
  },
  {
    uses: [64, 65, 66, 69],
    text: 'function an(n,e){e._19=(r,t,o,{x:s,y:i})=>{let a=n.T.get(t),l=a?.parentElement;if(!l)return;n.paint(r);let[[u,d],[v,p],[y,c]]=[Y(n,l,"0","0"),Y(n,l,`${re}px`,"0"),Y(n,l,"0",`${re}px`)],[m,g]=te(n,a),{x,y:L}=new DOMMatrix([v-u,p-d,y-u,c-d,0,0]).inverse().transformPoint({x:s-m,y:i-g});return Number.isNaN(x)?void 0:o==="rotate"?U(x,L):(e.channel?.(t,o)?.channel.value(r)??0)+re*(o==="x"?x:L)}}',
  },
  {
    uses: [],
    text: 'function fe({C:n},e){e._17=(r,t,{x:o,y:s})=>{let i=n.levers.find(a=>a.of===t)?.corner??0;return t.kind==="pointer-x"?o-i:t.kind==="pointer-y"?s-i:void 0}}',
  },
  {
    uses: [64, 66, 71],
    text: 'function ln(n,e){fe(n,e);let r=e._17;e._17=(t,o,s)=>{if(o.kind!=="angle"&&o.kind!=="distance")return r?.(t,o,s);let i=n.T.get(o.figure);if(!i)return;n.paint(t);let[a,l]=te(n,i),[u,d]=[s.x-a,s.y-l];return o.kind==="angle"?U(u,d):Math.hypot(u,d)}}',
  },
  {
    uses: [],
    text: "function ve(n,e,r,t){let o=new Map,s=e.then.map(i=>n._1k[i.do]?.(n,i,e,r,t));for(let i of s)for(let a of i?.M??[])o.set(a.B.O,a);return{M:[...o.values()],_1c:s.some(i=>i?._1c),_10:i=>{for(let a of s)a?._10?.(i)}}}",
  },
  {
    uses: [],
    text: 'let be="";',
  },
  {
    uses: [28, 73, 74],
    text: 'function ge(n,e){let r=[];let t=Number.NEGATIVE_INFINITY,o={x:0,y:0,figure:null};let s=(c,m)=>{if(!isFinite(c))return;let g=r.length;for(;g>0&&r[g-1].S>c;)g--;r.splice(g,0,{S:c,_1e:m})},i=()=>r[0]?.S??1/0,a=c=>{for(;i()<=c;)t=Math.max(t,i()),r.shift()?._1e();t=Math.max(t,c)},l=(c,m)=>{for(let g of n.responses)m(g)&&u(g,c)},u=(c,m)=>{p._1j?.(c,m)||(c.inPose===void 0||n._16?.(n,c.inPose))&&d(c,m,o)},d=(c,m,g)=>{let x=ve(n,c,m,g);x._1c&&x.M.length===0||p._q?.(c,m,g,x)||v(c,m,x)},v=(c,m,g)=>{let{how:x,midFlight:L}=c,O=n._1o(x,n._1q?.(g,x,m)??1),A=[];let M=m;for(let{B:k,D:N,_z:H,_1l:F,pose:G}of g.M){let{channel:W}=k,C=W.R(m),S=C!==void 0&&m<C.end,_=W.H(m),R=H?w:k._t?k._t(W,N,O,m):O;if(!R)continue;let f=W.G(m,N,R,L==="keeps-speed"&&!F&&(S||_!==0),L==="starts-over"&&S?C.from:n._1r?.(k,m));k.pose=G??be,M=Math.max(M,f.end),A.push({B:k,E:f,_15:S,Q:_})}g._10?.(p),p._1a?.(c,m,A,M)},p={get _14(){return t},get _v(){return i()},U:s,_s:l,_x:a,Z:u,G:d,send(c,m){a(c),n.note?.("event",c,m),"x"in m&&(o=m);for(let g of y)g?.(c,m)}},y=e.map(c=>c(p,n));return p}',
  },
  {
    uses: [28, 33, 34, 75],
    text: 'function un(n,e,{reduced:r="auto",note:t,now:o},{F:s,_1m:i,A:a,K:l,_t:u,_1i:d,curve:v,_13:p,_1d:y}){let c=o??(()=>performance.now()),m=c(),g=r==="auto"?matchMedia("(prefers-reduced-motion: reduce)").matches:r,x=f=>e.querySelector(f),L=new Map;for(let[f,[b,h]]of Object.entries(n.figures)){let P=x(b);P&&(P.style.cssText+=h,L.set(f,P))}e.style.touchAction=n.touch;let O=n.shown.map(([f,...b])=>({element:x(f),X:b,text:""})),A=n.channels.map(([,,f,b,h,...P],T)=>({O:T,_w:h,pose:null,channel:new D(E(P),P.length,b),K:f===1?l:void 0,_t:f===2?u:void 0})),M=A.map(({channel:f})=>f),k=new Map;let N=0,H=0;let F=new AbortController,G=f=>Math.max((f&&!o?f.timeStamp:c())-m,R._14),W=()=>{N===0&&(N=requestAnimationFrame(()=>{N=0,C()}))},C=()=>{let f=G();R._x(f),S.paint(f);let b=!1;for(let{I:h}of M){for(;(h[1]?.G??f)<f-n.lag-1;)h.shift();b||=(h.at(-1)?.end??0)+n.lag>f}clearTimeout(H),!F.signal.aborted&&(b?W():isFinite(R._v)&&(H=window.setTimeout(W,R._v-f)))},S={C:n,_r:e,_y:g,T:L,N:A,_u:M,_1b:f=>[...L].filter(([,b])=>f&&b.contains(f)).sort(([,b],[,h])=>b.contains(h)?1:-1).map(([b])=>b),_12(f){let b=A[f];return k.set(f,b),b},on(f,b,h=document){let{signal:P}=F;for(let T of f.split(" "))h.addEventListener(T,b,{capture:!0,signal:P})},send(f,b){R.send(G(b),f),W()},paint(f){for(let b of O){let[h,P,T]=b.X,oe=P.map(K=>typeof K=="string"?K:M[K>>2]?.value(f,K&3)),z=T===void 0?oe.join(""):y?.(T,oe)?"inherit":"hidden";b.text!==z&&b.element?.style.setProperty(h,z),b.text=z}}},_={...a,B:k,note:t,size:n.size,responses:n.responses,_11:f=>(n.poses[f]??[]).map(([b,...h])=>({B:S._12(b),values:h})),_1o({curve:f,duration:b},h){let P=f,T=b*h/1e3;return g?w:typeof P!="number"?d?.(...P)??w:T>0&&p&&v?.(p(n,P),T)||w},W:f=>[...S._1b(L.get(f)),null]},R=ge(_,s);for(let f of i)f(S,_);return C(),{send:S.send,paint:C,stop:()=>F.abort()}}',
  },
];
